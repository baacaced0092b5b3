package plainsieve.sources.engine;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;

/** Finds arrays in JSON that could be rows: those reached through fields, excluding those nested in rows. */
public final class JsonLists {
    private static final int DEEPEST = 6;
    private static final int MOST = 20;

    private JsonLists() {}

    /** @param at the path, separated by dots; a dot alone for the whole */
    public record JsonList(String at, long rows) {}

    /** None where unreadable. */
    public static List<JsonList> find(Path file) {
        List<JsonList> found = new ArrayList<>();
        try (JsonParser at = new JsonFactory().createParser(ObjectReadContext.empty(), file)) {
            at.nextToken();
            value(at, "", 0, found);
        } catch (JacksonException e) {
            return found;
        }
        return found;
    }

    private static void value(JsonParser at, String way, int depth, List<JsonList> found) {
        if (at.currentToken() == JsonToken.START_ARRAY && found.size() < MOST) {
            long rows = 0;
            while (at.nextToken() != JsonToken.END_ARRAY) {
                at.skipChildren();
                rows++;
            }
            found.add(new JsonList(way.isEmpty() ? "." : way, rows));
        } else if (at.currentToken() == JsonToken.START_OBJECT && depth < DEEPEST) {
            while (at.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = at.currentName();
                at.nextToken();
                value(at, way.isEmpty() ? name : way + "." + name, depth + 1, found);
            }
        } else {
            at.skipChildren();
        }
    }
}
