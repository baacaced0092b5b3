package plainsieve.server.sources.lists;

import java.time.Instant;
import java.util.List;
import plainsieve.core.parameter.ListedValue;

/**
 * The values of a list as a source returned them.
 *
 * @param complete whether these are all values
 * @param valueColumn the name of the value column; empty for a typed list
 * @param labelColumn the name of the label column
 * @param valueType the type of the values, as in the API
 * @param queriedAt when the source was queried
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
