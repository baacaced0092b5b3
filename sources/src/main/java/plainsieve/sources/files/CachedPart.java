package plainsieve.sources.files;

import java.util.List;
import plainsieve.sources.DetectedColumn;

/**
 * The cached Parquet of a file part.
 *
 * @param columns with what their cells were taken for
 * @param names where the names of the columns are; empty where each value has its name with it
 * @param lost rows that could not be read
 * @param notes what to know of how it was read
 * @param unreadable why there are no rows; empty when there are
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
