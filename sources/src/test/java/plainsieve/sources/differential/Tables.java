package plainsieve.sources.differential;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Map;

/** Writes {@link Data} into a database, with literals and inserts of its own. */
final class Tables {
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss");

    private static final Map<String, String> TEXT = Map.of(
            "postgresql",
            "text",
            "duckdb",
            "varchar",
            "sqlite",
            "text",
            "mariadb",
            "varchar(80) character set utf8mb4 collate utf8mb4_nopad_bin");

    private Tables() {}

    static void write(Connection connection, String kind) throws SQLException {
        String moment = kind.equals("mariadb") ? "datetime" : "timestamp";
        String text = TEXT.get(kind);
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table t (id bigint not null, port " + text + ", delay bigint, day date, moment "
                    + moment + ", amount decimal(18, 2), note " + text + ")");
            statement.execute("create table s (sid bigint not null, tid bigint, kind " + text + ", n bigint)");
        }
        for (Data.T t : Data.T_ROWS) {
            insert(connection, kind, "t", t.id(), t.port(), t.delay(), t.day(), t.moment(), t.amount(), t.note());
        }
        for (Data.S s : Data.S_ROWS) {
            insert(connection, kind, "s", s.sid(), s.tid(), s.kind(), s.n());
        }
    }

    private static void insert(Connection connection, String kind, String table, Object... values) throws SQLException {
        String marks = "?" + ", ?".repeat(values.length - 1);
        try (PreparedStatement row = connection.prepareStatement("insert into " + table + " values (" + marks + ")")) {
            for (int i = 0; i < values.length; i++) {
                row.setObject(i + 1, kind.equals("sqlite") ? stored(values[i]) : values[i]);
            }
            row.executeUpdate();
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
