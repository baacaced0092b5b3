package plainsieve.server.records;

import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.mapper.MapperFactoryBean;
import org.springframework.beans.factory.annotation.AnnotatedBeanDefinition;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.beans.factory.config.RuntimeBeanReference;
import org.springframework.beans.factory.support.BeanDefinitionRegistry;
import org.springframework.beans.factory.support.RootBeanDefinition;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.context.annotation.ImportBeanDefinitionRegistrar;
import org.springframework.core.ResolvableType;
import org.springframework.core.type.AnnotationMetadata;
import org.springframework.core.type.filter.AnnotationTypeFilter;
import org.springframework.util.ClassUtils;

/** The mappers of this package, named in a form that can be written down when the server is built: MyBatis' own scan cannot. */
final class RecordMappers implements ImportBeanDefinitionRegistrar {
    private static final String SESSIONS = "sqlSessionTemplate";

    @Override
    public void registerBeanDefinitions(AnnotationMetadata importing, BeanDefinitionRegistry registry) {
        String here = ClassUtils.getPackageName(importing.getClassName());
        for (BeanDefinition found : new Interfaces().findCandidateComponents(here)) {
            Class<?> mapper = ClassUtils.resolveClassName(
                    found.getBeanClassName(), getClass().getClassLoader());
            registry.registerBeanDefinition(mapper.getName(), definition(mapper));
        }
    }

    private static RootBeanDefinition definition(Class<?> mapper) {
        RootBeanDefinition definition = new RootBeanDefinition(MapperFactoryBean.class);
        definition.setTargetType(ResolvableType.forClassWithGenerics(MapperFactoryBean.class, mapper));
        definition.getConstructorArgumentValues().addIndexedArgumentValue(0, mapper);
        definition.getPropertyValues().add(SESSIONS, new RuntimeBeanReference(SESSIONS));
        return definition;
    }

    private static final class Interfaces extends ClassPathScanningCandidateComponentProvider {
        Interfaces() {
            super(false);
            addIncludeFilter(new AnnotationTypeFilter(Mapper.class));
        }

        @Override
        protected boolean isCandidateComponent(AnnotatedBeanDefinition found) {
            return found.getMetadata().isInterface();
        }
    }
}
