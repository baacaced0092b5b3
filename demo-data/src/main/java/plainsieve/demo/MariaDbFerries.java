package plainsieve.demo;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.function.IntConsumer;

/** Writes the ferries into MariaDB. Names compare letter by letter, as in the other databases. */
public final class MariaDbFerries extends TableFerries {
    private static final String TEXT = " character set utf8mb4 collate utf8mb4_bin";

    /** The comment that the table of crossings gets when everything is written. */
    private static final String WHOLE = "whole";

    private MariaDbFerries() {}

    public static boolean isWritten(Connection connection) throws SQLException {
        try (PreparedStatement asked = connection.prepareStatement(
                        "select 1 from information_schema.tables where table_schema = database()"
                                + " and table_name = 'crossings' and table_comment = ?");
                ResultSet found = bound(asked).executeQuery()) {
            return found.next();
        }
    }

    private static PreparedStatement bound(PreparedStatement asked) throws SQLException {
        asked.setString(1, WHOLE);
        return asked;
    }

    /** Creates a local user without a password who may only read the ferries. */
    public static void letRead(Connection connection, String user) throws SQLException {
        for (String host : List.of("localhost", "127.0.0.1")) {
            String account = "'%s'@'%s'".formatted(user, host);
            execute(
                    connection,
                    List.of(
                            "create user if not exists " + account,
                            "grant select, show view, execute on " + connection.getCatalog() + ".* to " + account));
        }
    }

    /** @param connection to an empty database; opened with {@code rewriteBatchedStatements} it is several times faster */
    public static void write(Connection connection, int crossings, IntConsumer progress) throws SQLException {
        execute(
                connection,
                List.of(
                        "drop table if exists crossings",
                        "drop table if exists vessels",
                        "drop table if exists routes",
                        "drop table if exists ports"));
        new MariaDbFerries().fill(connection, crossings, progress);
        execute(
                connection,
                List.of(
                        "drop procedure if exists month_of_crossings",
                        "create procedure month_of_crossings(month_start date) reads sql data"
                                + " select * from crossings where departed_at >= month_start"
                                + " and departed_at < month_start + interval 1 month"));
        execute(connection, List.of("analyze table crossings", "alter table crossings comment '" + WHOLE + "'"));
    }

    @Override
    List<String> tables() {
        return List.of(
                "create table ports (port_id integer primary key, name varchar(60) not null, island varchar(60) not null)"
                        + TEXT,
                "create table routes (route_id integer primary key, name varchar(120) not null,"
                        + " from_port integer not null, to_port integer not null, minutes integer not null)" + TEXT,
                "create table vessels (vessel_id integer primary key, name varchar(60) not null, vessel_class varchar(60)"
                        + " not null, seats integer not null, car_deck integer not null, retired_on date)" + TEXT,
                "create table crossings (crossing_id integer primary key, route_id integer not null, port_id integer not"
                        + " null, vessel_id integer not null, departed_at datetime not null, arrived_at datetime, state"
                        + " varchar(20) not null, delay_min integer, passengers integer, vehicles integer, wave_height_m"
                        + " double, fare_income double, master_note varchar(200))" + TEXT);
    }
}
