package plainsieve.sources.differential;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;

/** Writes {@link Data} into a database, with literals and its own inserts. */
final class Tables {
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss");

    private static final Map<String, String> TEXT = Map.of(
            "postgresql",
            "text",
            "duckdb",
            "varchar",
            "sqlite",
            "text",
            "trino",
            "varchar",
            "mariadb",
            "varchar(80) character set utf8mb4 collate utf8mb4_nopad_bin");

    private Tables() {}

    static void write(Connection connection, String kind) throws SQLException {
        String moment = kind.equals("mariadb") ? "datetime" : kind.equals("trino") ? "timestamp(6)" : "timestamp";
        String text = TEXT.get(kind);
        // Trino's tables in memory accept no such column.
        String required = kind.equals("trino") ? "" : " not null";
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table t (id bigint" + required + ", port " + text
                    + ", delay bigint, day date, moment " + moment + ", amount decimal(18, 2), note " + text + ")");
            statement.execute("create table s (sid bigint" + required + ", tid bigint, kind " + text + ", n bigint)");
        }
        insert(
                connection,
                kind,
                "t",
                Data.T_ROWS.stream()
                        .map(t -> Arrays.<Object>asList(
                                t.id(), t.port(), t.delay(), t.day(), t.moment(), t.amount(), t.note()))
                        .toList());
        insert(
                connection,
                kind,
                "s",
                Data.S_ROWS.stream()
                        .map(s -> Arrays.<Object>asList(s.sid(), s.tid(), s.kind(), s.n()))
                        .toList());
    }

    /** All rows at once: a cluster takes as long for one as for all of them. */
    private static void insert(Connection connection, String kind, String table, List<List<Object>> rows)
            throws SQLException {
        String row = "(?" + ", ?".repeat(rows.get(0).size() - 1) + ")";
        String text = "insert into " + table + " values " + String.join(", ", Collections.nCopies(rows.size(), row));
        try (PreparedStatement insert = connection.prepareStatement(text)) {
            int at = 1;
            for (List<Object> values : rows) {
                for (Object value : values) {
                    set(insert, at++, kind.equals("sqlite") ? stored(value) : value);
                }
            }
            insert.executeUpdate();
        }
    }

    /** Trino's driver requires the target type for Java objects. */
    static void set(PreparedStatement insert, int at, Object value) throws SQLException {
        if (value instanceof LocalDateTime) {
            insert.setObject(at, value, Types.TIMESTAMP);
        } else {
            insert.setObject(at, value);
        }
    }

    private static Object stored(Object value) {
        if (value instanceof LocalDateTime moment) {
            return MOMENT.format(moment);
        }
        if (value instanceof java.math.BigDecimal number) {
            return number.doubleValue();
        }
        return value instanceof java.time.LocalDate day ? day.toString() : value;
    }

    static final List<String> NAMES = List.of("duckdb", "postgresql", "mariadb", "sqlite");
}
