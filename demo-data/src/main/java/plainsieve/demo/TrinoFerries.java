package plainsieve.demo;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Writes the same ferries into a schema of a cluster. A cluster takes as long for one row as for thousands, and statements have a
 * maximum length: rows are sent as JSON in batches of thousands.
 */
public final class TrinoFerries {
    private static final int BATCH = 5_000;

    private static final String PORTS = "port_id integer, name varchar, island varchar";
    private static final String ROUTES =
            "route_id integer, name varchar, from_port integer, to_port integer, minutes integer";
    private static final String VESSELS =
            "vessel_id integer, name varchar, vessel_class varchar, seats integer, car_deck integer, retired_on date";
    private static final String CROSSINGS = "crossing_id integer, route_id integer, port_id integer, vessel_id integer,"
            + " departed_at timestamp(0), arrived_at timestamp(0), state varchar, delay_min integer, passengers integer,"
            + " vehicles integer, wave_height_m double, fare_income double, master_note varchar";

    private TrinoFerries() {}

    /** @param progress receives the number of crossings written so far */
    public static void write(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        table(connection, "ports", PORTS, Ferries.ports().stream().map(p -> row(p.id(), p.name(), p.island())));
        table(
                connection,
                "routes",
                ROUTES,
                Ferries.routes().stream().map(r -> row(r.id(), r.name(), r.fromPort(), r.toPort(), r.minutes())));
        table(
                connection,
                "vessels",
                VESSELS,
                Ferries.vessels().stream()
                        .map(v -> row(v.id(), v.name(), v.vesselClass(), v.seats(), v.carDeck(), v.retiredOn())));
        create(connection, "crossings", CROSSINGS);
        List<String> rows = new ArrayList<>();
        new CrossingGenerator(crossings).generate(c -> {
            rows.add(row(c.row()));
            if (rows.size() == BATCH || c.id() == crossings) {
                insertUnchecked(connection, rows);
                progress.accept(c.id());
                rows.clear();
            }
        });
    }

    private static void insertUnchecked(Connection connection, List<String> crossings) {
        try {
            insert(connection, "crossings", CROSSINGS, crossings);
        } catch (SQLException e) {
            throw new IllegalStateException("The cluster could not take crossings", e);
        }
    }

    private static void table(Connection connection, String name, String columns, Stream<String> rows)
            throws SQLException {
        create(connection, name, columns);
        insert(connection, name, columns, rows.toList());
    }

    private static void create(Connection connection, String name, String columns) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table " + name + " (" + columns + ")");
        }
    }

    private static void insert(Connection connection, String name, String columns, List<String> rows)
            throws SQLException {
        // JSON has no dates and timestamps: they are sent as text and cast to the column types.
        String listed = columns.replaceAll("timestamp\\(0\\)|date", "varchar");
        String read = Stream.of(columns.split(", "))
                .map(column -> column.split(" "))
                .map(column -> "cast(" + column[0] + " as " + column[1] + ")")
                .collect(Collectors.joining(", "));
        String names = Stream.of(columns.split(", "))
                .map(column -> column.split(" ")[0])
                .collect(Collectors.joining(", "));
        try (PreparedStatement statement = connection.prepareStatement("insert into " + name + " select " + read
                + " from unnest(cast(json_parse(?) as array(row(" + listed + ")))) as r (" + names + ")")) {
            statement.setString(1, "[" + String.join(",", rows) + "]");
            statement.executeUpdate();
        }
    }

    private static String row(Object... values) {
        return Stream.of(values).map(TrinoFerries::json).collect(Collectors.joining(",", "[", "]"));
    }

    private static String json(Object value) {
        if (value == null || value instanceof Number) {
            return String.valueOf(value);
        }
        String text = value instanceof LocalDateTime moment
                ? moment.toLocalDate() + " " + moment.toLocalTime() + (moment.getSecond() == 0 ? ":00" : "")
                : value.toString();
        return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }
}
