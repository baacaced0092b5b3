package plainsieve.server.results.downloads;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.sources.Column;

/**
 * Rows staged in a database on disk until the types of their columns are known after the last one. Then they
 * are written as Parquet.
 */
public final class StagedRows implements AutoCloseable {
    private static final String MEMORY = "128MB";

    private final Path folder;
    private final List<String> names;
    private final List<ParquetType> types;
    private final DuckDBConnection connection;
    private DuckDBAppender appender;

    /** @param folder where they wait; it is removed at the end */
    public StagedRows(Path folder, List<Column> columns) throws IOException {
        this.folder = folder;
        this.names = names(columns);
        this.types =
                columns.stream().map(column -> new ParquetType(column.kind())).toList();
        Properties bounds = new Properties();
        bounds.setProperty("memory_limit", MEMORY);
        bounds.setProperty("threads", "1");
        bounds.setProperty("autoinstall_known_extensions", "false");
        String table = IntStream.range(0, columns.size())
                .mapToObj(i -> "c" + i + " varchar")
                .collect(Collectors.joining(", ", "create table rows (", ")"));
        try {
            connection = (DuckDBConnection)
                    DriverManager.getConnection("jdbc:duckdb:" + folder.resolve("rows.duckdb"), bounds);
            execute(connection, table);
            appender = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "rows");
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    /** Column names must be unique in a file. */
    private static List<String> names(List<Column> columns) {
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

    private static void execute(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    public void add(Object[] values) throws IOException {
        try {
            appender.beginRow();
            for (int i = 0; i < values.length; i++) {
                if (values[i] != null) {
                    types.get(i).observe(values[i]);
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

    /** The names of its columns. */
    public List<String> names() {
        return List.copyOf(names);
    }

    /** The SQL type of each column; empty for columns without values. */
    public List<Optional<String>> types() {
        return types.stream()
                .map(type -> type.sawAny() ? Optional.of(type.name()) : Optional.<String>empty())
                .toList();
    }

    /**
     * Writes all rows. Nothing can be added afterwards.
     *
     * @param as the type of each column; empty for that of its values
     * @param told metadata of the file
     */
    public void write(Path file, List<String> as, Map<String, String> told) throws IOException {
        String select = IntStream.range(0, names.size())
                .mapToObj(i -> "cast(c%d as %s) as %s"
                        .formatted(i, as.get(i).isEmpty() ? types.get(i).name() : as.get(i), quoted(names.get(i))))
                .collect(Collectors.joining(", ", "select ", " from rows"));
        String metadata = told.entrySet().stream()
                .map(one -> text(one.getKey()) + ": " + text(one.getValue()))
                .collect(Collectors.joining(", "));
        try {
            if (appender != null) {
                appender.close();
                appender = null;
            }
            execute(
                    connection,
                    "copy (%s) to %s (format parquet, compression zstd, kv_metadata {%s})"
                            .formatted(select, text(file.toString()), metadata));
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    private static String quoted(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    private static String text(String value) {
        return "'" + value.replace("'", "''") + "'";
    }

    @Override
    public void close() throws IOException {
        try {
            connection.close();
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        } finally {
            Spools.remove(folder);
        }
    }
}
