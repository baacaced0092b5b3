package plainsieve.sources.differential;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Tables with columns of special comparison: padded text, text with another collation, short binary
 * fractions, scaled decimals, dates, timestamps with and without time zone, UUIDs, enumerations, booleans, arrays. Each column
 * has null rows.
 */
final class OnTopTables {
    private static final List<String> TABLES = List.of("t", "s", "main_a", "main_b", "main_t", "main_s");
    private static final int ROWS = 24;

    private OnTopTables() {}

    private record Column(String name, String declared, String... values) {}

    /** The names of columns beside k, x, code, r. */
    static List<String> typed() {
        return List.of("n", "d", "ts", "tz", "u", "e", "f", "ls");
    }

    private static List<Column> columns(String kind) {
        boolean sqlite = kind.equals("sqlite");
        boolean mariadb = kind.equals("mariadb");
        boolean postgresql = kind.equals("postgresql");
        if (kind.equals("trino")) {
            return ofTrino();
        }
        String folding = mariadb ? "varchar(9) collate utf8mb4_general_ci" : sqlite ? "text collate nocase" : "char(5)";
        String uuid = sqlite ? "text" : "uuid";
        String enumeration = mariadb ? "enum('low', 'High', 'ebb')" : sqlite ? "text" : "tide";
        String zoned = mariadb ? "timestamp(3) null" : sqlite ? "text" : "timestamp with time zone";
        String truth = "boolean";
        String list = mariadb ? "json" : sqlite ? "text" : "integer[]";
        String one = postgresql ? "'{1,2}'" : "'[1, 2]'";
        String other = postgresql ? "'{2}'" : "'[2]'";
        return List.of(
                new Column("k", mariadb ? "varchar(9)" : "text", "'a'", "'A'", "'b'", "'1'", "'a '", "''"),
                new Column("x", "integer", "1", "2", "3"),
                new Column("code", folding, "'a'", "'A'", "'b'", "'1'"),
                new Column("r", "real", "0.1", "0.5", "2"),
                new Column("n", "decimal(8, 3)", "0.1", "0.125", "2", "1000.5"),
                new Column("d", sqlite ? "text" : "date", "'2026-03-01'", "'2026-03-02'", "'1999-12-31'"),
                new Column(
                        "ts",
                        mariadb ? "datetime(3)" : sqlite ? "text" : "timestamp",
                        "'2026-03-01 00:00:00'",
                        "'2026-03-01 08:30:00.125'",
                        "'2026-03-02 00:00:00'"),
                new Column("tz", zoned, "'2026-07-01 12:00:00'", "'2026-07-01 12:00:00.5'"),
                new Column(
                        "u", uuid, "'6f1d0a3e-0b0c-4f6e-9d9f-000000000001'", "'6f1d0a3e-0b0c-4f6e-9d9f-00000000000a'"),
                new Column("e", enumeration, "'low'", "'High'", "'ebb'"),
                new Column("f", truth, "true", "false"),
                new Column("ls", list, one, other));
    }

    /** Literals are typed, and there is no enumeration. */
    private static List<Column> ofTrino() {
        return List.of(
                new Column("k", "varchar", "'a'", "'A'", "'b'", "'1'", "'a '", "''"),
                new Column("x", "integer", "1", "2", "3"),
                new Column("code", "char(5)", "'a'", "'A'", "'b'", "'1'"),
                new Column("r", "real", "real '0.1'", "real '0.5'", "real '2'"),
                new Column("n", "decimal(8, 3)", "0.1", "0.125", "2", "1000.5"),
                new Column("d", "date", "date '2026-03-01'", "date '2026-03-02'", "date '1999-12-31'"),
                new Column(
                        "ts",
                        "timestamp(3)",
                        "timestamp '2026-03-01 00:00:00'",
                        "timestamp '2026-03-01 08:30:00.125'",
                        "timestamp '2026-03-02 00:00:00'"),
                new Column(
                        "tz",
                        "timestamp(3) with time zone",
                        "timestamp '2026-07-01 12:00:00 Europe/Berlin'",
                        "timestamp '2026-07-01 12:00:00.5 +00:00'"),
                new Column(
                        "u",
                        "uuid",
                        "uuid '6f1d0a3e-0b0c-4f6e-9d9f-000000000001'",
                        "uuid '6f1d0a3e-0b0c-4f6e-9d9f-00000000000a'"),
                new Column("e", "double", "1e-1", "2.5e0", "1e9"),
                new Column("f", "boolean", "true", "false"),
                new Column("ls", "array(integer)", "array[1, 2]", "array[2]"));
    }

    static void write(Connection connection, String kind) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            if (kind.equals("postgresql") || kind.equals("duckdb")) {
                statement.execute("create type tide as enum ('low', 'High', 'ebb')");
            }
            for (String table : TABLES) {
                write(statement, table, columns(kind));
            }
        }
    }

    private static void write(Statement statement, String table, List<Column> columns) throws SQLException {
        List<String> declared = new ArrayList<>(List.of("id integer"));
        columns.forEach(column -> declared.add(column.name() + " " + column.declared()));
        statement.execute("create table " + table + " (" + String.join(", ", declared) + ")");
        SplittableRandom random = new SplittableRandom(table.hashCode());
        List<String> rows = new ArrayList<>();
        for (int id = 1; id <= ROWS; id++) {
            List<String> values = new ArrayList<>(List.of(Integer.toString(id)));
            for (Column column : columns) {
                boolean none = random.nextInt(5) == 0;
                values.add(none ? "null" : column.values()[random.nextInt(column.values().length)]);
            }
            rows.add("(" + String.join(", ", values) + ")");
        }
        statement.execute("insert into " + table + " values " + String.join(", ", rows));
    }
}
