package plainsieve.server.results.downloads;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import plainsieve.sources.Column;

/** Writes rows into a file as they come; holds a few of them at most. Closing ends the file, not the stream under it. */
interface RowWriter extends Closeable {
    void columns(List<Column> columns) throws IOException;

    /** Lets go of what it holds next to the stream, whether the file was ended or not. */
    default void release() throws IOException {
        // Most hold nothing.
    }

    /** A value is null, a Boolean, a Long, a BigDecimal, a Double, {@link plainsieve.sources.Binary}, or text. */
    void row(Object[] values) throws IOException;
}
