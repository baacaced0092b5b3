package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.sql.Connection;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.Consumer;
import plainsieve.demo.LocalMariaDb;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/** A PostgreSQL and a MariaDB of their own, with the ferries. */
final class Servers {
    private Servers() {}

    /** Measures on one after the other. */
    static void each(int crossings, Consumer<JdbcSource> measure) throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (EmbeddedPostgres postgres = EmbeddedPostgres.start();
                LocalMariaDb mariaDb = LocalMariaDb.start()) {
            try (Connection connection = postgres.getPostgresDatabase().getConnection()) {
                PostgresFerries.write(connection, crossings, done -> {});
            }
            try (Connection connection = mariaDb.connect()) {
                MariaDbFerries.write(connection, crossings, done -> {});
            }
            SourceSettings first =
                    new SourceSettings.PostgreSql("localhost", postgres.getPort(), "postgres", "postgres");
            SourceSettings second = new SourceSettings.MariaDb("127.0.0.1", mariaDb.port(), "ferries", "root");
            for (SourceAccess access : List.of(
                    new SourceAccess("pg", first, new Secret("x")), new SourceAccess("maria", second, Secret.none()))) {
                try (JdbcSource source = new JdbcSource(access, clock)) {
                    measure.accept(source);
                }
            }
        } finally {
            clock.shutdownNow();
        }
    }
}
