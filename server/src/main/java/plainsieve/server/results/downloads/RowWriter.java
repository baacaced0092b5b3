package plainsieve.server.results.downloads;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import plainsieve.sources.Column;

/** Writes rows to a file as they arrive; buffers only a few. Closing ends the file, not the underlying stream. */
interface RowWriter extends Closeable {
    void columns(List<Column> columns) throws IOException;

    /** Releases other resources, whether the file is complete or not. */
    default void release() throws IOException {
        // Most formats have none.
    }

    /** A value is null, a Boolean, a Long, a BigDecimal, a Double, {@link plainsieve.sources.Binary}, or text. */
    void row(Object[] values) throws IOException;
}
