package plainsieve.sources.engine;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;

/** The path to a value in JSON. */
public final class JsonPath {
    private JsonPath() {}

    /** {@code data.tides} → {@code data}, {@code tides}; a dot alone is the whole; text that begins with an at sign is one name. */
    public static List<String> of(String dotted) {
        if (dotted.startsWith("@")) {
            return List.of(dotted);
        }
        return dotted.isEmpty() || dotted.equals(".") ? List.of() : List.of(dotted.split("\\."));
    }

    /** Moves to the value. @return its first token; {@link JsonToken#NOT_AVAILABLE} if there is none */
    static JsonToken navigate(JsonParser at, List<String> way) {
        JsonToken here = at.nextToken();
        for (String name : way) {
            if (here != JsonToken.START_OBJECT || !findField(at, name)) {
                return JsonToken.NOT_AVAILABLE;
            }
            here = at.nextToken();
        }
        return here == null ? JsonToken.NOT_AVAILABLE : here;
    }

    private static boolean findField(JsonParser at, String name) {
        while (at.nextToken() == JsonToken.PROPERTY_NAME) {
            if (at.currentName().equals(name)) {
                return true;
            }
            at.nextToken();
            at.skipChildren();
        }
        return false;
    }

    /** The text or number at the end of the path; empty if there is none. */
    public static Optional<String> text(Path file, List<String> way) {
        try (JsonParser at = new JsonFactory().createParser(ObjectReadContext.empty(), file)) {
            JsonToken there = navigate(at, way);
            boolean says = there.isScalarValue() && there != JsonToken.VALUE_NULL;
            return says ? Optional.of(at.getString()).filter(text -> !text.isBlank()) : Optional.empty();
        } catch (JacksonException e) {
            throw new UnreadableFileException("is not valid JSON", e);
        }
    }
}
