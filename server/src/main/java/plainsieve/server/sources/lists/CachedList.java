package plainsieve.server.sources.lists;

import java.time.Instant;
import java.util.List;
import plainsieve.core.parameter.ListedValue;

/**
 * The values of a list as a source returned them.
 *
 * @param complete whether these are all the values there are
 * @param valueColumn the name of the column with the values; empty for a list that no one asked a source for
 * @param labelColumn the name of the column with the labels
 * @param valueType the type of the values, as the wire writes types
 * @param queriedAt when the source was asked
 */
record CachedList(
        List<ListedValue> values,
        boolean complete,
        String valueColumn,
        String labelColumn,
        String valueType,
        Instant queriedAt) {
    CachedList {
        values = List.copyOf(values);
    }
}
