package plainsieve.core.sentence.parameter;

import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ColumnReference;

/**
 * A column whose values could be a list.
 *
 * @param note a description: its type, or the query that compares the parameter with it
 */
public record ListColumn(ColumnReference place, String note) {
    /** How it is stated and typed. */
    static String inWords(ColumnReference place) {
        return place.table() + "." + place.column();
    }

    /** Names it among the columns of all sources. */
    String id() {
        return Stream.of(place.sourceId(), place.schema(), place.table(), place.column())
                .map(part -> part.replace("%", "%25").replace("/", "%2F"))
                .collect(Collectors.joining("/"));
    }

    boolean isOfTable(ColumnReference other) {
        return place.sourceId().equals(other.sourceId())
                && place.table().equals(other.table())
                && (other.schema().isEmpty() || place.schema().equals(other.schema()));
    }

    /** Whether it was typed: {@code vessels.vessel_class}, perhaps with its schema or source in front. */
    boolean isMeant(String typed) {
        String words = inWords(place);
        return Stream.of(words, place.schema() + "." + words, place.sourceId() + "." + words)
                .anyMatch(typed::equalsIgnoreCase);
    }
}
