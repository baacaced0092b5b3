package plainsieve.server.results.downloads;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import plainsieve.files.forms.DownloadFormat;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.sources.Column;
import tools.jackson.databind.json.JsonMapper;

/** Writes rows to a file as they arrive; buffers only a few. Closing ends the file, not the underlying stream. */
interface RowWriter extends Closeable {
    /** Starts a file. */
    static RowWriter of(DownloadFormat format, OutputStream out, FileHeader header, JsonMapper json, Spools spools)
            throws IOException {
        return switch (format) {
            case CSV -> new CsvRows(out, header, true);
            case CSV_EXACT -> new CsvRows(out, header, false);
            case JSON -> new JsonRows(out, header, json);
            case XLSX -> new XlsxRows(out, header);
            case PARQUET -> new ParquetRows(out, header, spools);
        };
    }

    void columns(List<Column> columns) throws IOException;

    /** Releases other resources, whether the file is complete or not. */
    default void release() throws IOException {
        // Most formats have none.
    }

    /** A value is null, a Boolean, a Long, a BigDecimal, a Double, {@link plainsieve.sources.Binary}, or text. */
    void row(Object[] values) throws IOException;
}
