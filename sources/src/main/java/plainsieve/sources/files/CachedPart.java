package plainsieve.sources.files;

import java.util.List;
import plainsieve.sources.DetectedColumn;

/**
 * The cached Parquet of a file part.
 *
 * @param columns with their detected types
 * @param names the position of column names; empty if each value has its own name
 * @param lost number of unreadable rows
 * @param notes on how it was read
 * @param unreadable why there are no rows; empty if there are
 */
record CachedPart(
        List<DetectedColumn> columns, String names, long rows, long lost, List<String> notes, String unreadable) {
    static final String CLOSED = "may not be read by the server";

    CachedPart {
        columns = List.copyOf(columns);
        notes = List.copyOf(notes);
    }

    static CachedPart unreadable(String why) {
        return new CachedPart(List.of(), "", 0, 0, List.of(), why);
    }

    boolean isReadable() {
        return unreadable.isEmpty();
    }
}
