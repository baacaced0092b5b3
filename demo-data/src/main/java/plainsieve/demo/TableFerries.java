package plainsieve.demo;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.function.IntConsumer;

/** Writes the same ferries by plain INSERTs, for databases without their own faster way: MariaDB and SQLite. */
abstract class TableFerries {
    private static final int BATCH = 2000;
    private static final int PROGRESS_STEP = 50_000;
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss");

    private static final List<String> KEYS = List.of(
            "create unique index ports_name on ports (name)",
            "create index crossings_port_time on crossings (port_id, departed_at)",
            "create index crossings_time on crossings (departed_at)",
            "create index crossings_vessel_time on crossings (vessel_id, departed_at)");

    abstract List<String> tables();

    /** Makes the tables and fills them; the last table is whole only when everything is. */
    void fill(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        execute(connection, tables());
        connection.setAutoCommit(false);
        for (Ferries.Port p : Ferries.ports()) {
            insert(connection, "ports", p.id(), p.name(), p.island());
        }
        for (Ferries.Route r : Ferries.routes()) {
            insert(connection, "routes", r.id(), r.name(), r.fromPort(), r.toPort(), r.minutes());
        }
        for (Ferries.Vessel v : Ferries.vessels()) {
            insert(connection, "vessels", v.id(), v.name(), v.vesselClass(), v.seats(), v.carDeck(), v.retiredOn());
        }
        fillCrossings(connection, crossings, progress);
        connection.commit();
        connection.setAutoCommit(true);
        execute(connection, KEYS);
    }

    static void execute(Connection connection, List<String> statements) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            for (String text : statements) {
                statement.execute(text);
            }
        }
    }

    private static void insert(Connection connection, String table, Object... values) throws SQLException {
        try (PreparedStatement row = connection.prepareStatement(insertInto(table, values.length))) {
            bind(row, values);
            row.executeUpdate();
        }
    }

    private static String insertInto(String table, int columns) {
        return "insert into " + table + " values (?" + ", ?".repeat(columns - 1) + ")";
    }

    private static void fillCrossings(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        try (PreparedStatement rows = connection.prepareStatement(insertInto("crossings", 13))) {
            new CrossingGenerator(crossings).generate(c -> addUnchecked(rows, c, progress));
            rows.executeBatch();
        }
    }

    private static void addUnchecked(PreparedStatement rows, Ferries.Crossing c, IntConsumer progress) {
        try {
            bind(rows, c.row());
            rows.addBatch();
            if (c.id() % BATCH == 0) {
                rows.executeBatch();
            }
            if (c.id() % PROGRESS_STEP == 0) {
                progress.accept(c.id());
            }
        } catch (SQLException e) {
            throw new IllegalStateException("The database could not take crossing " + c.id(), e);
        }
    }

    private static void bind(PreparedStatement row, Object... values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            Object value = values[i];
            boolean time = value instanceof LocalDate || value instanceof LocalDateTime;
            row.setObject(i + 1, time ? written(value) : value);
        }
    }

    private static String written(Object time) {
        return time instanceof LocalDateTime moment ? MOMENT.format(moment) : time.toString();
    }
}
