package plainsieve.demo;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.function.IntConsumer;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyIn;

/** Writes the same ferries into PostgreSQL, with suitable keys and indexes. */
public final class PostgresFerries {
    private static final int BATCH_CHARACTERS = 1 << 16;
    private static final int PROGRESS_STEP = 50_000;

    private PostgresFerries() {}

    public static boolean isWritten(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery("select to_regclass('public.crossings') is not null")) {
            return found.next() && found.getBoolean(1);
        }
    }

    /** Creates a user without a password who may only read the ferries. */
    public static void letRead(Connection connection, String user) throws SQLException {
        execute(
                connection,
                List.of(
                        "do $$ begin create role %s login; exception when duplicate_object then null; end $$"
                                .formatted(user),
                        "alter role %s set default_transaction_read_only = on".formatted(user),
                        "grant select on all tables in schema public to %s".formatted(user)));
    }

    /** Writes everything in one transaction. */
    public static void write(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        connection.setAutoCommit(false);
        execute(connection, TABLES);
        copy(
                connection,
                "ports",
                Ferries.ports().stream()
                        .map(p -> line(p.id(), p.name(), p.island()))
                        .toList());
        copy(
                connection,
                "routes",
                Ferries.routes().stream()
                        .map(r -> line(r.id(), r.name(), r.fromPort(), r.toPort(), r.minutes()))
                        .toList());
        copy(
                connection,
                "vessels",
                Ferries.vessels().stream()
                        .map(v -> line(v.id(), v.name(), v.vesselClass(), v.seats(), v.carDeck(), v.retiredOn()))
                        .toList());
        copyCrossings(connection, crossings, progress);
        execute(connection, KEYS);
        connection.commit();
        connection.setAutoCommit(true);
        execute(connection, List.of("vacuum analyze"));
    }

    private static final List<String> TABLES = List.of(
            "create table ports (port_id integer, name text not null, island text not null)",
            "create table routes (route_id integer, name text not null, from_port integer not null,"
                    + " to_port integer not null, minutes integer not null)",
            "create table vessels (vessel_id integer, name text not null, vessel_class text not null,"
                    + " seats integer not null, car_deck integer not null, retired_on date)",
            "create table crossings (crossing_id integer, route_id integer not null, port_id integer not null,"
                    + " vessel_id integer not null, departed_at timestamp not null, arrived_at timestamp,"
                    + " state text not null, delay_min integer, passengers integer, vehicles integer,"
                    + " wave_height_m double precision, fare_income double precision, master_note text)");

    private static final List<String> KEYS = List.of(
            "alter table ports add primary key (port_id)",
            "alter table routes add primary key (route_id)",
            "alter table vessels add primary key (vessel_id)",
            "alter table crossings add primary key (crossing_id)",
            "create unique index ports_name on ports (name)",
            "create index crossings_port_time on crossings (port_id, departed_at)",
            "create index crossings_time on crossings (departed_at)",
            "create index crossings_vessel_time on crossings (vessel_id, departed_at)",
            "create function crossings_of_month(month_start date) returns setof crossings language sql stable"
                    + " as $$ select * from crossings where departed_at >= month_start"
                    + " and departed_at < month_start + interval '1 month' $$",
            "create procedure month_of_crossings(month_start date) language sql"
                    + " as $$ select * from crossings where departed_at >= month_start"
                    + " and departed_at < month_start + interval '1 month' $$");

    private static void execute(Connection connection, List<String> statements) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            for (String text : statements) {
                statement.execute(text);
            }
        }
    }

    private static void copy(Connection connection, String table, List<String> lines) throws SQLException {
        CopyIn copy = copyInto(connection, table);
        send(copy, String.join("", lines));
        copy.endCopy();
    }

    private static void copyCrossings(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        CopyIn copy = copyInto(connection, "crossings");
        StringBuilder batch = new StringBuilder();
        new CrossingGenerator(crossings).generate(c -> {
            batch.append(line(c.row()));
            if (batch.length() > BATCH_CHARACTERS) {
                sendUnchecked(copy, batch);
            }
            if (c.id() % PROGRESS_STEP == 0) {
                progress.accept(c.id());
            }
        });
        send(copy, batch.toString());
        copy.endCopy();
    }

    private static CopyIn copyInto(Connection connection, String table) throws SQLException {
        return connection
                .unwrap(PGConnection.class)
                .getCopyAPI()
                .copyIn("copy " + table + " from stdin with (format csv)");
    }

    private static void sendUnchecked(CopyIn copy, StringBuilder batch) {
        try {
            send(copy, batch.toString());
            batch.setLength(0);
        } catch (SQLException e) {
            throw new IllegalStateException("PostgreSQL could not take the crossings", e);
        }
    }

    private static void send(CopyIn copy, String text) throws SQLException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        copy.writeToCopy(bytes, 0, bytes.length);
    }

    /** A CSV line; NULL is an empty field, text is quoted. */
    private static String line(Object... values) {
        StringBuilder line = new StringBuilder();
        for (int i = 0; i < values.length; i++) {
            line.append(i == 0 ? "" : ",");
            if (values[i] instanceof String text) {
                line.append('"').append(text.replace("\"", "\"\"")).append('"');
            } else if (values[i] != null) {
                line.append(values[i]);
            }
        }
        return line.append('\n').toString();
    }
}
