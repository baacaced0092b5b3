package plainsieve.files;

import plainsieve.core.value.Keyword;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.module.SimpleModule;

/** Writes and reads the enums of this product by their keywords, in files, in the API and in the database. */
public final class KeywordModule extends SimpleModule {
    private static final long serialVersionUID = 1L;

    @Override
    public void setupModule(SetupContext context) {
        super.setupModule(context);
        context.insertAnnotationIntrospector(new Keywords());
    }

    private static final class Keywords extends NopAnnotationIntrospector {
        private static final long serialVersionUID = 1L;

        @Override
        public String[] findEnumValues(
                MapperConfig<?> config, AnnotatedClass type, Enum<?>[] constants, String[] names) {
            if (type.getRawType().getName().startsWith("plainsieve.")) {
                for (int i = 0; i < constants.length; i++) {
                    names[i] = Keyword.of(constants[i]);
                }
            }
            return names;
        }
    }
}
