package plainsieve.sources;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import plainsieve.demo.DuckDbFerries;
import plainsieve.demo.PostgresFerries;

/** The ferries in a real DuckDB and a real PostgreSQL, made once for all tests of a run. */
final class Databases {
    static final int CROSSINGS = 20_000;

    private static EmbeddedPostgres postgres;
    private static Path duckDb;

    private Databases() {}

    static synchronized SourceSettings settings(String kind) throws IOException, SQLException {
        return kind.equals("duckdb") ? duckDb() : postgreSql();
    }

    private static SourceSettings duckDb() throws IOException, SQLException {
        if (duckDb == null) {
            duckDb = Files.createTempDirectory("ferries").resolve("ferries.duckdb");
            DuckDbFerries.write(duckDb, CROSSINGS, done -> {});
        }
        return new SourceSettings("embedded", SourceSettings.Kind.DUCKDB, "", 0, duckDb.toString(), "", Secret.none());
    }

    private static SourceSettings postgreSql() throws IOException, SQLException {
        if (postgres == null) {
            postgres = EmbeddedPostgres.start();
            try (Connection connection = postgres.getPostgresDatabase().getConnection()) {
                PostgresFerries.write(connection, CROSSINGS, done -> {});
            }
        }
        return postgreSqlAt(postgres.getPort());
    }

    static SourceSettings postgreSqlAt(int port) {
        return new SourceSettings(
                "harbour", SourceSettings.Kind.POSTGRESQL, "localhost", port, "postgres", "postgres", new Secret("x"));
    }
}
