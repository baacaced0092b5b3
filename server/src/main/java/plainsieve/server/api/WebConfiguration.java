package plainsieve.server.api;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.PathParameter;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.EncodedResourceResolver;
import org.springframework.web.servlet.resource.PathResourceResolver;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;

/** Serves the front end, describes the API, and passes time in. */
@Configuration
class WebConfiguration implements WebMvcConfigurer {
    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    @Bean
    OpenAPI description() {
        return new OpenAPI()
                .info(new Info()
                        .title("Plain Sieve")
                        .version("1")
                        .description("Errors are problem documents (RFC 9457) with an advice and a list of problems."));
    }

    /* A request has neither in its body nor as a parameter: both are found at the edge. */
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Project.class, Asker.class);
    }

    /** What a handler takes as a project stands in the address. */
    @Bean
    OpenApiCustomizer projectIsInTheAddress() {
        return api -> api.getPaths().forEach((path, item) -> {
            if (path.contains("{project}")) {
                item.addParametersItem(new PathParameter()
                        .name("project")
                        .description("The id of a project")
                        .schema(new StringSchema()));
            }
        });
    }

    /** Every field of every answer is always there, so that generated types say so; absence is an empty text or list. */
    @Bean
    OpenApiCustomizer everyFieldIsThere() {
        return api -> {
            api.setServers(null);
            for (Schema<?> schema : api.getComponents().getSchemas().values()) {
                if (schema.getProperties() != null) {
                    schema.setRequired(List.copyOf(schema.getProperties().keySet()));
                }
            }
        };
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(365, TimeUnit.DAYS).immutable())
                .resourceChain(true)
                .addResolver(new EncodedResourceResolver());
        registry.addResourceHandler("/**")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache())
                .resourceChain(true)
                .addResolver(new ScreenResolver())
                .addTransformer(new PageInPlace());
    }

    /** Paths such as {@code /reports/late-crossings} are screens of the front end; all of them are its one page. */
    private static final class ScreenResolver extends PathResourceResolver {
        @Override
        protected Resource getResource(String path, Resource location) throws IOException {
            Resource found = super.getResource(path, location);
            boolean screen = found == null && !path.startsWith("api/") && path.indexOf('.') < 0;
            return screen ? super.getResource("index.html", location) : found;
        }
    }
}
