package plainsieve.server;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.PathParameter;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import plainsieve.server.people.Caller;
import plainsieve.server.project.Project;

/** How a server of a test describes its API. No part of any that is not given it. */
class Describing {
    /* A request has neither in its body nor as a parameter: both are found at the edge. */
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Project.class, Caller.class);
    }

    @Bean
    OpenAPI description() {
        return new OpenAPI()
                .info(new Info()
                        .title("Plain Sieve")
                        .version("1")
                        .description("Errors are problem documents (RFC 9457) with an advice and a list of problems."));
    }

    /** What a handler takes as a project is in the address. */
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
}
