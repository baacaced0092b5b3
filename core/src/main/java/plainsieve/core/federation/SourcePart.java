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
 * @param name of the table that its rows are, to the SQL behind
 * @param columns the types of its columns, as far as they are known; a name that is not here may be a column, too
 * @param keysFrom the sources whose values may travel to this one
 * @param text as it is asked: SQL, a request, or again something from several sources
 * @param start where that text begins in the whole
 */
public record SourcePart(
        String name, Location place, Map<String, Type> columns, Set<String> keysFrom, String text, int start) {
    /** Where it is asked. @param source its id */
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
    public SourcePart asking(String other) {
        return new SourcePart(name, place, columns, keysFrom, other, start);
    }

    public int end() {
        return start + text.length();
    }
}
