package plainsieve.core.federation;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.value.Type;

/**
 * The part of a cross-source query that one source executes.
 *
 * @param name of the table that contains its rows in the local SQL
 * @param columns known column types; other names may be columns, too
 * @param keysFrom the sources whose keys may be transferred to this one
 * @param text the query for the source: SQL, a request, or a federated query
 * @param start the offset of that text in the whole
 */
public record SourcePart(
        String name, Location place, Map<String, Type> columns, Set<String> keysFrom, String text, int start) {
    /** The source. @param source its id */
    public record Location(String source, Dialect dialect) {}

    public SourcePart {
        columns = Collections.unmodifiableMap(new LinkedHashMap<>(columns));
        keysFrom = Set.copyOf(keysFrom);
    }

    /** Of a single statement. */
    public static SourcePart of(
            String name, Location place, Map<String, Type> columns, Set<String> keysFrom, String text) {
        return new SourcePart(name, place, columns, keysFrom, text, 0);
    }

    public String source() {
        return place.source();
    }

    public Dialect dialect() {
        return place.dialect();
    }

    /** The same with another text. */
    public SourcePart withText(String other) {
        return new SourcePart(name, place, columns, keysFrom, other, start);
    }

    public int end() {
        return start + text.length();
    }
}
