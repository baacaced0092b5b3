package plainsieve.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.function.IntConsumer;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;

/**
 * Writes the ferries into a DuckDB file. The file is written under a temporary name and renamed when complete, so that an interrupted
 * start leaves no partial file. Crossings are sorted by departure: DuckDB skips row groups outside a range of
 * dates by their minimum and maximum, which is its index for such data.
 */
public final class DuckDbFerries {
    private static final int PROGRESS_STEP = 50_000;

    private DuckDbFerries() {}

    /**
     * @param progress receives the number of crossings written so far
     * @throws SQLException if DuckDB cannot write, for example because the disk is full
     */
    public static void write(Path file, int crossings, IntConsumer progress) throws SQLException, IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        Path unfinished = file.resolveSibling(file.getFileName() + ".unfinished");
        Files.deleteIfExists(unfinished);
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:" + unfinished)) {
            createTables(connection);
            fillSmallTables((DuckDBConnection) connection);
            fillCrossings((DuckDBConnection) connection, crossings, progress);
            try (Statement statement = connection.createStatement()) {
                statement.execute("checkpoint");
            }
        }
        Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE);
    }

    private static void createTables(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(
                    "create table ports (port_id integer primary key, name varchar not null, island varchar not null)");
            statement.execute("create table routes (route_id integer primary key, name varchar not null,"
                    + " from_port integer not null, to_port integer not null, minutes integer not null)");
            statement.execute(
                    "create table vessels (vessel_id integer primary key, name varchar not null,"
                            + " vessel_class varchar not null, seats integer not null, car_deck integer not null, retired_on date)");
            statement.execute("create table crossings (crossing_id integer not null, route_id integer not null,"
                    + " port_id integer not null, vessel_id integer not null, departed_at timestamp not null,"
                    + " arrived_at timestamp, state varchar not null, delay_min integer, passengers integer,"
                    + " vehicles integer, wave_height_m double, fare_income double, master_note varchar)");
            statement.execute("create macro crossings_of_month(month_start) as table select * from crossings"
                    + " where departed_at >= cast(month_start as date)"
                    + " and departed_at < cast(month_start as date) + interval '1 month'");
        }
    }

    private static void fillSmallTables(DuckDBConnection connection) throws SQLException {
        try (DuckDBAppender rows = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "ports")) {
            for (Ferries.Port port : Ferries.ports()) {
                row(rows, port.id(), port.name(), port.island());
            }
        }
        try (DuckDBAppender rows = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "routes")) {
            for (Ferries.Route route : Ferries.routes()) {
                row(rows, route.id(), route.name(), route.fromPort(), route.toPort(), route.minutes());
            }
        }
        try (DuckDBAppender rows = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "vessels")) {
            for (Ferries.Vessel vessel : Ferries.vessels()) {
                row(
                        rows,
                        vessel.id(),
                        vessel.name(),
                        vessel.vesselClass(),
                        vessel.seats(),
                        vessel.carDeck(),
                        vessel.retiredOn());
            }
        }
    }

    private static void fillCrossings(DuckDBConnection connection, int crossings, IntConsumer progress)
            throws SQLException {
        try (DuckDBAppender rows = connection.createAppender(DuckDBConnection.DEFAULT_SCHEMA, "crossings")) {
            new CrossingGenerator(crossings).generate(crossing -> {
                appendUnchecked(rows, crossing);
                if (crossing.id() % PROGRESS_STEP == 0) {
                    progress.accept(crossing.id());
                }
            });
        }
    }

    private static void appendUnchecked(DuckDBAppender rows, Ferries.Crossing c) {
        try {
            row(rows, c.row());
        } catch (SQLException e) {
            throw new IllegalStateException("DuckDB could not take crossing " + c.id(), e);
        }
    }

    private static void row(DuckDBAppender rows, Object... values) throws SQLException {
        rows.beginRow();
        for (Object value : values) {
            if (value == null) {
                rows.appendNull();
            } else if (value instanceof Integer number) {
                rows.append(number.intValue());
            } else if (value instanceof Double number) {
                rows.append(number.doubleValue());
            } else if (value instanceof LocalDate date) {
                rows.append(date);
            } else if (value instanceof java.time.LocalDateTime moment) {
                rows.append(moment);
            } else {
                rows.append(value.toString());
            }
        }
        rows.endRow();
    }
}
