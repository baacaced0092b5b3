package plainsieve.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.function.IntConsumer;

/** Writes the ferries into a SQLite file, under a temporary name first. */
public final class SqliteFerries extends TableFerries {
    private SqliteFerries() {}

    public static void write(Path file, int crossings, IntConsumer progress) throws SQLException, IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        Path unfinished = file.resolveSibling(file.getFileName() + ".unfinished");
        Files.deleteIfExists(unfinished);
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + unfinished)) {
            new SqliteFerries().fill(connection, crossings, progress);
            execute(connection, List.of("analyze"));
        }
        Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE);
    }

    @Override
    List<String> tables() {
        return List.of(
                "create table ports (port_id integer primary key, name text not null, island text not null)",
                "create table routes (route_id integer primary key, name text not null, from_port integer not null,"
                        + " to_port integer not null, minutes integer not null)",
                "create table vessels (vessel_id integer primary key, name text not null, vessel_class text not null,"
                        + " seats integer not null, car_deck integer not null, retired_on date)",
                "create table crossings (crossing_id integer primary key, route_id integer not null, port_id integer not"
                        + " null, vessel_id integer not null, departed_at timestamp not null, arrived_at timestamp,"
                        + " state text not null, delay_min integer, passengers integer, vehicles integer,"
                        + " wave_height_m real, fare_income real, master_note text)");
    }
}
