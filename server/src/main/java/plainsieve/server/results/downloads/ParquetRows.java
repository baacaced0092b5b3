package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.sources.Column;

/**
 * A Parquet file with typed columns. The types are known after the last row only: until then the rows
 * are staged on disk. The question, the choices and the time are in its metadata.
 */
final class ParquetRows implements RowWriter {
    private static final int ROWS_BETWEEN_LOOKS = 50_000;

    private final OutputStream out;
    private final FileHeader header;
    private final Spools spools;
    private final Path folder;
    private long rows;
    private StagedRows staged;

    ParquetRows(OutputStream out, FileHeader header, Spools spools) throws IOException {
        this.out = out;
        this.header = header;
        this.spools = spools;
        this.folder = spools.folder();
    }

    @Override
    public void columns(List<Column> found) throws IOException {
        staged = new StagedRows(folder, found);
    }

    @Override
    public void row(Object[] values) throws IOException {
        rows++;
        if (rows % ROWS_BETWEEN_LOOKS == 0) {
            spools.requireRoom(folder);
        }
        staged.add(values);
    }

    @Override
    public void close() throws IOException {
        Path file = folder.resolve("rows.parquet");
        List<String> types =
                staged.types().stream().map(type -> type.orElse("")).toList();
        staged.write(file, types, metadata());
        Files.copy(file, out);
    }

    private Map<String, String> metadata() {
        Map<String, String> told = new LinkedHashMap<>();
        told.put("title", header.title());
        told.put("question", header.question());
        header.choices().forEach(choice -> told.put("choice " + choice.getKey(), choice.getValue()));
        told.put("as of", header.asOf());
        return told;
    }

    @Override
    public void release() throws IOException {
        if (staged == null) {
            Spools.remove(folder);
        } else {
            staged.close();
        }
    }
}
