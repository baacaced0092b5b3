package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Rewrites a partition with wider column types so that all partitions match. */
final class ColumnTypeWidening {
    private ColumnTypeWidening() {}

    /** The partition under a new name, so that readers are not disturbed. @param types of each column; empty to keep its own */
    static CopyPartitions.Partition widened(
            Path folder, CopyPartitions.Partition part, List<String> columns, List<String> types, long job)
            throws IOException {
        String name = part.file().substring(0, part.file().indexOf('.'));
        CopyPartitions.Partition wide = new CopyPartitions.Partition(
                "%s.%d.wide.parquet".formatted(name, job), part.key(), part.rows(), part.mark());
        String select = IntStream.range(0, columns.size())
                .mapToObj(i -> types.get(i).isEmpty()
                        ? quoted(columns.get(i))
                        : "cast(%1$s as %2$s) as %1$s".formatted(quoted(columns.get(i)), types.get(i)))
                .collect(Collectors.joining(", "));
        Path file = folder.resolve(wide.file());
        try (Connection engine = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = engine.createStatement()) {
            statement.execute("copy (select %s from read_parquet(%s)) to %s (format parquet, compression zstd)"
                    .formatted(select, text(folder.resolve(part.file()).toString()), text(file.toString())));
        } catch (SQLException e) {
            throw new IOException(e.getMessage(), e);
        }
        CopyPartitions.onDisk(file);
        return wide;
    }

    private static String quoted(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    private static String text(String value) {
        return "'" + value.replace("'", "''") + "'";
    }
}
