package plainsieve.server.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;
import plainsieve.server.spool.Spools;
import plainsieve.sources.Column;

/**
 * A Parquet file whose columns have the types of their values. Those are known after the last row only: until then the rows
 * wait in a database on disk, which writes the file. The question, the choices and the time stand in its metadata.
 */
final class ParquetRows implements RowWriter {
    private static final String MEMORY = "128MB";
    private static final int ROWS_BETWEEN_LOOKS = 50_000;

    private final OutputStream out;
    private final FileHeader header;
    private final Spools spools;
    private final Path folder;
    private long rows;
    private List<Column> columns = List.of();
    private List<ParquetType> types = List.of();
    private DuckDBConnection connection;
    private DuckDBAppender appender;

    ParquetRows(OutputStream out, FileHeader header, Spools spools) throws IOException {
        this.out = out;
        this.header = header;
        this.spools = spools;
        this.folder = spools.folder();
    }

    @Override
    public void columns(List<Column> found) throws IOException {
        columns = found;
        types = found.stream().map(column -> new ParquetType(column.kind())).toList();
        Properties bounds = new Properties();
        bounds.setProperty("memory_limit", MEMORY);
        bounds.setProperty("threads", "1");
        bounds.setProperty("autoinstall_known_extensions", "false");
        String table = IntStream.range(0, found.size())
                .mapToObj(i -> "c" + i + " varchar")
                .collect(Collectors.joining(", ", "create table rows (", ")"));
        try {
            connection = (DuckDBConnection)
                    DriverManager.getConnection("jdbc:duckdb:" + folder.resolve("rows.duckdb"), bounds);
            execute(table);
            appender = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "rows");
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    private void execute(String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    @Override
    public void row(Object[] values) throws IOException {
        rows++;
        if (rows % ROWS_BETWEEN_LOOKS == 0) {
            spools.requireRoom(folder);
        }
        try {
            appender.beginRow();
            for (int i = 0; i < values.length; i++) {
                if (values[i] != null) {
                    types.get(i).see(values[i]);
                }
                appender.append(values[i] == null ? null : written(values[i]));
            }
            appender.endRow();
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    private static String written(Object value) {
        return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }

    @Override
    public void close() throws IOException {
        Path file = folder.resolve("rows.parquet");
        try {
            appender.close();
            execute("copy (%s) to %s (format parquet, compression zstd, kv_metadata {%s})"
                    .formatted(select(), text(file.toString()), metadata()));
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
        Files.copy(file, out);
    }

    private String select() {
        List<String> names = names();
        return IntStream.range(0, columns.size())
                .mapToObj(i -> "cast(c%d as %s) as \"%s\""
                        .formatted(i, types.get(i).name(), names.get(i).replace("\"", "\"\"")))
                .collect(Collectors.joining(", ", "select ", " from rows"));
    }

    /** A file has no two columns of one name. */
    private List<String> names() {
        Set<String> taken = new LinkedHashSet<>();
        List<String> names = new ArrayList<>();
        for (Column column : columns) {
            String name = column.name();
            for (int i = 2; !taken.add(name.toLowerCase(Locale.ROOT)); i++) {
                name = column.name() + "_" + i;
            }
            names.add(name);
        }
        return names;
    }

    private String metadata() {
        Map<String, String> told = new LinkedHashMap<>();
        told.put("title", header.title());
        told.put("question", header.question());
        header.choices().forEach(choice -> told.put("choice " + choice.getKey(), choice.getValue()));
        told.put("as of", header.asOf());
        return told.entrySet().stream()
                .map(one -> text(one.getKey()) + ": " + text(one.getValue()))
                .collect(Collectors.joining(", "));
    }

    private static String text(String value) {
        return "'" + value.replace("'", "''") + "'";
    }

    @Override
    public void release() throws IOException {
        try {
            if (connection != null) {
                connection.close();
            }
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        } finally {
            Spools.remove(folder);
        }
    }
}
