package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.files.forms.Form;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.cfg.MapperBuilder;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.dataformat.yaml.YAMLMapper;
import tools.jackson.dataformat.yaml.YAMLWriteFeature;

/** Reads and writes the YAML of a project. An unknown field is rejected with the nearest known one. */
public final class ProjectYaml {
    private static final YAMLMapper YAML = strict(YAMLMapper.builder()
            .enable(YAMLWriteFeature.MINIMIZE_QUOTES)
            .enable(YAMLWriteFeature.ALWAYS_QUOTE_NUMBERS_AS_STRINGS)
            .disable(YAMLWriteFeature.WRITE_DOC_START_MARKER)
            .disable(YAMLWriteFeature.SPLIT_LINES));

    private static final String END = "...";

    private static final JsonMapper JSON = strict(JsonMapper.builder());

    private ProjectYaml() {}

    private static <M extends ObjectMapper, B extends MapperBuilder<M, B>> M strict(B builder) {
        return builder.propertyNamingStrategy(PropertyNamingStrategies.KEBAB_CASE)
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .withConfigOverride(
                        List.class, lists -> lists.setNullHandling(JsonSetter.Value.forContentNulls(Nulls.FAIL)))
                .addModule(new KeywordModule())
                .addModule(new ShortNotation())
                .build();
    }

    /**
     * Parses the text of a file.
     *
     * @param name the name of the text in messages
     * @throws ProblemException with line and column
     */
    public static ProjectFile read(String text, String name) {
        try {
            ProjectFile file = YAML.readValue(text.isBlank() ? "{}" : text, ProjectFile.class);
            if (!file.format().equals(ProjectFile.FORMAT)) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_FILE,
                        "%s declares the format “%s”.".formatted(name, file.format()),
                        "This program reads %s.".formatted(ProjectFile.FORMAT)));
            }
            return file;
        } catch (JacksonException e) {
            throw problem(e, text, name);
        }
    }

    /**
     * Parses a companion file in the same way.
     *
     * @param name the name of the text in messages
     * @throws ProblemException with line and column
     */
    public static <T> T readBeside(Class<T> type, String text, String name) {
        try {
            return YAML.readValue(text.isBlank() ? "{}" : text, type);
        } catch (JacksonException e) {
            throw problem(e, text, name);
        }
    }

    /** The file's text, ending with the marker that distinguishes a complete file from a truncated one. */
    public static String write(ProjectFile file) {
        return YAML.writeValueAsString(file) + END + "\n";
    }

    /** Whether a file's text ends with YAML's own marker of the end of a document. */
    static boolean isClosed(String text) {
        String stripped = text.stripTrailing();
        return stripped.equals(END) || stripped.endsWith("\n" + END);
    }

    /** One entry of a project, as its file has it. */
    public static String writeEntry(Object entry) {
        return YAML.writeValueAsString(entry);
    }

    /** A form from JSON with the same fields as in YAML. @param what its kind in messages */
    public static <T extends Form> T form(JsonNode node, Class<T> type, String what) {
        try {
            return JSON.treeToValue(node, type);
        } catch (JacksonException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE,
                    "A %s cannot be read: %s".formatted(what, message(e)),
                    "See docs/project-files.md."));
        }
    }

    /** A parameter or a report as JSON with the same fields as in YAML. */
    public static JsonNode toJson(Object entry) {
        return JSON.valueToTree(entry);
    }

    private static ProblemException problem(JacksonException e, String text, String name) {
        Problem problem =
                Problem.of(ProblemKind.INVALID_FILE, name + " cannot be read: " + message(e), "Correct it there.");
        int line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
        if (line < 1) {
            return new ProblemException(problem);
        }
        int offset = 0;
        for (int i = 1; i < line; i++) {
            offset = text.indexOf('\n', offset) + 1;
        }
        int start = Math.min(text.length(), offset + Math.max(0, e.getLocation().getColumnNr() - 1));
        return new ProblemException(problem.at(TextLocation.of(text, start, Math.min(text.length(), start + 1))));
    }

    private static String message(JacksonException e) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof ProblemException refused) {
                return refused.problems().get(0).message() + " "
                        + refused.problems().get(0).advice();
            }
        }
        if (e instanceof UnrecognizedPropertyException unknown) {
            String near = NearestName.of(
                            unknown.getPropertyName(),
                            unknown.getKnownPropertyIds().stream()
                                    .map(String::valueOf)
                                    .toList())
                    .map(" Did you mean “%s”?"::formatted)
                    .orElse("");
            return "“" + unknown.getPropertyName() + "” is not a known key." + near;
        }
        if (e instanceof InvalidFormatException format && format.getTargetType().isEnum()) {
            UnknownKeyword unknown = UnknownKeyword.of(format);
            return "%s %s".formatted(unknown.message(), unknown.advice());
        }
        if (e instanceof MismatchedInputException other) {
            String where = other.getPath().stream()
                    .map(JacksonException.Reference::getPropertyName)
                    .filter(Objects::nonNull)
                    .reduce((first, last) -> last)
                    .map(" behind “%s”"::formatted)
                    .orElse("");
            return "%s must be%s.".formatted(kind(other.getTargetType()), where);
        }
        // The rest of the message names classes.
        return e instanceof DatabindException
                ? "a value has the wrong form."
                : e.getOriginalMessage().lines().findFirst().orElse("it is no YAML") + ".";
    }

    private static String kind(Class<?> type) {
        if (type == null) {
            return "something else";
        }
        if (Collection.class.isAssignableFrom(type)) {
            return "a list";
        }
        if (type == String.class) {
            return "a text";
        }
        boolean truth = type == boolean.class || type == Boolean.class;
        boolean number = Number.class.isAssignableFrom(type) || type.isPrimitive();
        return truth ? "true or false" : number ? "a number" : "a mapping";
    }
}
