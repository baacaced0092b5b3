package plainsieve.sources.engine;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Properties;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;
import plainsieve.sources.Cancellation;

/**
 * Stages the cells of a file as text until their formats are known. A memory-limited database on disk that is deleted when closed.
 */
public final class CellStaging implements AutoCloseable {
    private final Path folder;
    private final DuckDBConnection connection;
    private final Statement statement;
    private DuckDBAppender appender;

    /** On disk. @param folder created and removed by it */
    public CellStaging(Path folder, EngineLimits limits, Cancellation cancellation) throws IOException, SQLException {
        this(folder, folder.resolve("cells.duckdb").toString(), limits, cancellation);
    }

    /** In memory while there is room, for mostly small data, without waiting for the disk. */
    public static CellStaging inMemory(Path folder, EngineLimits limits, Cancellation cancellation)
            throws IOException, SQLException {
        return new CellStaging(folder, "", limits, cancellation);
    }

    private CellStaging(Path folder, String database, EngineLimits limits, Cancellation cancellation)
            throws IOException, SQLException {
        this.folder = Files.createDirectories(folder);
        Properties bounds = new Properties();
        bounds.putAll(limits.settings(folder));
        connection = (DuckDBConnection) DriverManager.getConnection("jdbc:duckdb:" + database, bounds);
        statement = connection.createStatement();
        stoppedBy(cancellation);
    }

    /** Registers its cancellation. Closes it if it is cancelled already. */
    public void stoppedBy(Cancellation cancellation) throws IOException, SQLException {
        if (!cancellation.begin(this::cancel)) {
            close();
            throw new SQLException("INTERRUPT before it began");
        }
    }

    /** A file that only the stage has. */
    public Path file(String name) {
        return folder.resolve(name);
    }

    public static String text(String text) {
        return "'" + text.replace("'", "''") + "'";
    }

    /** A name as the engine's SQL writes any. */
    public static String name(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }

    public static String text(Path path) {
        return text(path.toString());
    }

    public void execute(String sql) throws SQLException {
        statement.execute(sql);
    }

    /** The rows of an answer, as texts. */
    public List<List<String>> query(String sql) throws SQLException {
        List<List<String>> all = new ArrayList<>();
        try (ResultSet rows = statement.executeQuery(sql)) {
            int width = rows.getMetaData().getColumnCount();
            while (rows.next()) {
                List<String> row = new ArrayList<>(width);
                for (int i = 1; i <= width; i++) {
                    row.add(rows.getString(i));
                }
                all.add(row);
            }
        }
        return all;
    }

    /** Begins the cells, row by row. */
    public void begin(int columns) throws SQLException {
        execute(IntStream.range(0, columns)
                .mapToObj(i -> cell(i) + " varchar")
                .collect(Collectors.joining(", ", "create table cells (", ")")));
        appender = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "cells");
    }

    /** @param cells one per column; null for an empty cell */
    public void row(String[] cells) throws SQLException {
        appender.beginRow();
        for (String cell : cells) {
            appender.append(cell);
        }
        appender.endRow();
    }

    public void end() throws SQLException {
        appender.close();
    }

    public static String cell(int column) {
        return "c" + column;
    }

    private void cancel() {
        try {
            statement.cancel();
        } catch (SQLException e) {
            // It has ended on its own.
        }
    }

    @Override
    public void close() throws SQLException, IOException {
        connection.close();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(file);
            }
        }
    }
}
