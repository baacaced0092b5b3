package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.Consumer;
import java.util.function.Supplier;
import plainsieve.demo.DuckDbFerries;
import plainsieve.demo.LocalMariaDb;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.demo.SqliteFerries;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/** Their own Databases, with the ferries. */
final class DatabaseServers {
    private DatabaseServers() {}

    /** Runs the measurement on each database in turn. @param measure receives a supplier of the source; each has its own connections */
    static void each(Set<SourceKind> kinds, int crossings, Consumer<Supplier<JdbcSource>> measure) throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (EmbeddedPostgres postgres = EmbeddedPostgres.start();
                LocalMariaDb mariaDb = LocalMariaDb.start()) {
            for (SourceAccess access : written(EnumSet.copyOf(kinds), crossings, postgres, mariaDb)) {
                measure.accept(() -> new JdbcSource(access, clock));
            }
        } finally {
            clock.shutdownNow();
        }
    }

    private static List<SourceAccess> written(
            Set<SourceKind> kinds, int crossings, EmbeddedPostgres postgres, LocalMariaDb mariaDb) throws Exception {
        Path folder = Files.createTempDirectory("plainsieve-bench");
        List<SourceAccess> accesses = new ArrayList<>();
        for (SourceKind kind : kinds) {
            accesses.add(
                    switch (kind) {
                        case POSTGRESQL -> inPostgres(crossings, postgres);
                        case MARIADB -> inMariaDb(crossings, mariaDb);
                        case SQLITE -> inSqlite(crossings, folder.resolve("ferries.sqlite"));
                        case DUCKDB -> inDuckDb(crossings, folder.resolve("ferries.duckdb"));
                        default -> throw new IllegalArgumentException("No ferries are written into " + kind.title());
                    });
        }
        return accesses;
    }

    private static SourceAccess inPostgres(int crossings, EmbeddedPostgres server) throws Exception {
        try (Connection connection = server.getPostgresDatabase().getConnection()) {
            PostgresFerries.write(connection, crossings, done -> {});
        }
        return new SourceAccess(
                "postgres",
                new SourceSettings.PostgreSql("localhost", server.getPort(), "postgres", "postgres"),
                new Secret("x"));
    }

    private static SourceAccess inMariaDb(int crossings, LocalMariaDb server) throws Exception {
        try (Connection connection = server.connect()) {
            MariaDbFerries.write(connection, crossings, done -> {});
        }
        return new SourceAccess(
                "maria", new SourceSettings.MariaDb("127.0.0.1", server.port(), "ferries", "root"), Secret.none());
    }

    private static SourceAccess inSqlite(int crossings, Path file) throws Exception {
        SqliteFerries.write(file, crossings, done -> {});
        return new SourceAccess("sqlite", new SourceSettings.Sqlite(file.toString()), Secret.none());
    }

    private static SourceAccess inDuckDb(int crossings, Path file) throws Exception {
        DuckDbFerries.write(file, crossings, done -> {});
        return new SourceAccess("duck", new SourceSettings.DuckDb(file.toString()), Secret.none());
    }
}
