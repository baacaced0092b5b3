package plainsieve.server;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.parameters.PathParameter;
import io.swagger.v3.oas.models.parameters.QueryParameter;
import io.swagger.v3.oas.models.responses.ApiResponse;
import jakarta.annotation.Nullable;
import java.lang.reflect.Method;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.web.bind.annotation.CookieValue;
import plainsieve.core.value.Keyword;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.people.Caller;

/** Customizes the OpenAPI document of test servers. Other servers do not serve one. */
class OpenApiCustomization {
    private static final String NULL = "null";

    /* A request has neither in its body nor as a parameter: both are found at the edge. */
    static {
        SpringDocUtils.getConfig()
                .addRequestWrapperToIgnore(Project.class, Caller.class, PageRequest.class)
                .addAnnotationsToIgnore(CookieValue.class);
    }

    @Bean
    OpenAPI description() {
        return new OpenAPI()
                .info(new Info()
                        .title("Plain Sieve")
                        .version("1")
                        .description("Errors are problem documents (RFC 9457) with an advice and a list of problems."));
    }

    /** Enums by their keywords. */
    @Bean
    ModelConverter keywords() {
        return (type, context, others) -> {
            JavaType java = Json.mapper().constructType(type.getType());
            if (java != null
                    && java.isEnumType()
                    && java.getRawClass().getName().startsWith("plainsieve.")) {
                StringSchema schema = new StringSchema();
                schema.setEnum(Arrays.stream(java.getRawClass().getEnumConstants())
                        .map(constant -> Keyword.of((Enum<?>) constant))
                        .toList());
                return schema;
            }
            return others.hasNext() ? others.next().resolve(type, context, others) : null;
        };
    }

    /** Fields that may be null, which are marked. */
    @Bean
    ModelConverter nullableFields() {
        return (type, context, others) -> {
            Schema<?> schema = others.hasNext() ? others.next().resolve(type, context, others) : null;
            boolean nullable = type.getCtxAnnotations() != null
                    && Arrays.stream(type.getCtxAnnotations()).anyMatch(Nullable.class::isInstance);
            if (schema == null || !nullable) {
                return schema;
            }
            if (schema.get$ref() != null) {
                return new Schema<>().anyOf(List.of(schema, new Schema<>().types(Set.of(NULL))));
            }
            Set<String> types = new TreeSet<>(schema.getTypes() == null ? Set.of(schema.getType()) : schema.getTypes());
            types.add(NULL);
            schema.setTypes(types);
            return schema;
        };
    }

    /** Adds the project parameter of a handler first. */
    @Bean
    OpenApiCustomizer projectIsInTheAddress() {
        return api -> api.getPaths().forEach((path, item) -> {
            if (path.contains("{project}")) {
                item.readOperations().forEach(operation -> {
                    List<Parameter> others =
                            operation.getParameters() == null ? List.of() : List.copyOf(operation.getParameters());
                    operation.setParameters(
                            Stream.concat(Stream.of(project()), others.stream()).toList());
                });
            }
        });
    }

    private static Parameter project() {
        return new PathParameter()
                .name("project")
                .description("The ID of a project")
                .schema(new StringSchema());
    }

    /**
     * All fields of responses are required, since absence is an empty text or list. Fields that only
     * a request contains are required where their type says so.
     */
    @Bean
    OpenApiCustomizer everyFieldOfAnAnswerIsThere() {
        return api -> {
            api.setServers(null);
            Components components = api.getComponents();
            Set<String> answered = new TreeSet<>();
            api.getPaths().values().stream()
                    .flatMap(item -> item.readOperations().stream())
                    .flatMap(operation -> operation.getResponses().values().stream())
                    .forEach(response -> addNamed(response.getContent(), components, answered));
            for (String name : answered) {
                Schema<?> schema = components.getSchemas().get(name);
                if (schema.getProperties() != null) {
                    schema.setRequired(List.copyOf(schema.getProperties().keySet()));
                }
            }
        };
    }

    private static final Pattern REFERENCE = Pattern.compile("#/components/schemas/(\\w+)");

    /* The schemas that a part of the description names, and those that they name. */
    private static void addNamed(Object part, Components components, Set<String> names) {
        String json = part == null ? "" : Json.mapper().valueToTree(part).toString();
        REFERENCE.matcher(json).results().map(found -> found.group(1)).forEach(name -> {
            if (names.add(name)) {
                addNamed(components.getSchemas().get(name), components, names);
            }
        });
    }

    /** Each operation has a summary derived from its ID and a tag derived from its class. */
    @Bean
    OperationCustomizer summaries() {
        return (operation, method) -> {
            String area = method.getBeanType().getSimpleName().replaceFirst("Api$", "");
            operation.setTags(List.of(inWords(area)));
            operation.setSummary(inWords(operation.getOperationId()) + ".");
            if (Arrays.stream(method.getMethodParameters())
                    .anyMatch(parameter -> parameter.getParameterType() == PageRequest.class)) {
                operation.addParametersItem(new QueryParameter()
                        .name("limit")
                        .description("The number of items; the header Link has the address of the next page.")
                        .schema(new IntegerSchema()
                                .minimum(BigDecimal.ONE)
                                .maximum(BigDecimal.valueOf(PageRequest.LARGEST))));
                operation.addParametersItem(new QueryParameter()
                        .name("after")
                        .description("The ID of the last item of the page before.")
                        .schema(new StringSchema()));
            }
            if (changesTheProject(method.getMethod(), operation.getOperationId())) {
                operation.addParametersItem(new QueryParameter()
                        .name("reason")
                        .description("Why the change is made; kept with the version of the project.")
                        .schema(new StringSchema().maxLength(500)));
            }
            return operation;
        };
    }

    private static final Pattern CHANGES = Pattern.compile(
            "(create|publish|restore|duplicate|move|convert|add|order|save|update|set|rename|remove|edit).*");

    private static boolean changesTheProject(Method method, String operation) {
        return method.getDeclaringClass().getPackageName().startsWith("plainsieve.server.api.author")
                && Arrays.asList(method.getParameterTypes()).contains(Project.class)
                && CHANGES.matcher(operation).matches();
    }

    /** {@code listApiKeys} in words: List API keys. */
    private static String inWords(String name) {
        String words = name.replaceAll("(?<=[a-z])(?=[A-Z])", " ").toLowerCase(Locale.ROOT);
        return (words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1))
                .replace(" api ", " API ")
                .replaceAll(" sql\\b", " SQL");
    }

    /** Every operation may return a problem document. */
    @Bean
    OpenApiCustomizer problemDocuments() {
        return api -> {
            api.getComponents().addSchemas("ProblemDocument", problemDocument());
            ApiResponse response = new ApiResponse()
                    .description("The problem, and what to do about it (RFC 9457).")
                    .content(new Content()
                            .addMediaType(
                                    "application/problem+json",
                                    new MediaType()
                                            .schema(new Schema<>().$ref("#/components/schemas/ProblemDocument"))));
            api.getComponents().addResponses("Problem", response);
            api.getPaths().values().stream()
                    .flatMap(item -> item.readOperations().stream())
                    .forEach(operation -> operation
                            .getResponses()
                            .addApiResponse("default", new ApiResponse().$ref("#/components/responses/Problem")));
        };
    }

    private static Schema<?> problemDocument() {
        Schema<?> document = new ObjectSchema();
        document.addProperty("status", new IntegerSchema().description("The HTTP status."));
        document.addProperty("title", new StringSchema().description("The HTTP status, in words."));
        document.addProperty("detail", new StringSchema().description("What is wrong, and where."));
        document.addProperty("advice", new StringSchema().description("What to do."));
        document.addProperty(
                "problems",
                new ArraySchema()
                        .items(new Schema<>().$ref("#/components/schemas/ProblemBody"))
                        .description("Each problem of a text, a choice or a definition; missing for others."));
        return document;
    }
}
