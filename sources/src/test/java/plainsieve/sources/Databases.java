package plainsieve.sources;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import plainsieve.demo.DuckDbFerries;
import plainsieve.demo.LocalMariaDb;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.demo.SqliteFerries;
import plainsieve.demo.TrinoFerries;

/** The ferries in a real DuckDB, PostgreSQL, MariaDB and SQLite, created once for all tests of a run. */
final class Databases {
    static final int CROSSINGS = 20_000;

    private static EmbeddedPostgres postgres;
    private static Path duckDb;
    private static Path sqlite;
    private static LocalMariaDb mariaDb;
    private static SourceAccess trino;

    private Databases() {}

    static synchronized SourceAccess settings(String kind) throws IOException, SQLException {
        return switch (kind) {
            case "duckdb" -> duckDb();
            case "postgresql" -> postgreSql();
            case "mariadb" -> mariaDb();
            case "trino" -> trino();
            default -> sqlite();
        };
    }

    private static SourceAccess trino() throws IOException, SQLException {
        if (trino == null) {
            trino = TestDatabases.awkward(
                    "trino", (connection, kind) -> TrinoFerries.write(connection, CROSSINGS, done -> {}));
        }
        return trino;
    }

    private static SourceAccess mariaDb() throws IOException, SQLException {
        if (mariaDb == null) {
            mariaDb = TestDatabases.mariaDb();
            try (Connection connection = mariaDb.connect()) {
                MariaDbFerries.write(connection, CROSSINGS, done -> {});
            }
        }
        return new SourceAccess(
                "islands", new SourceSettings.MariaDb("127.0.0.1", mariaDb.port(), "ferries", "root"), Secret.none());
    }

    private static SourceAccess sqlite() throws IOException, SQLException {
        if (sqlite == null) {
            sqlite = Files.createTempDirectory("ferries").resolve("ferries ä.sqlite");
            SqliteFerries.write(sqlite, CROSSINGS, done -> {});
        }
        return new SourceAccess("file", new SourceSettings.Sqlite(sqlite.toString()), Secret.none());
    }

    private static SourceAccess duckDb() throws IOException, SQLException {
        if (duckDb == null) {
            duckDb = Files.createTempDirectory("ferries").resolve("ferries.duckdb");
            DuckDbFerries.write(duckDb, CROSSINGS, done -> {});
        }
        return new SourceAccess("embedded", new SourceSettings.DuckDb(duckDb.toString()), Secret.none());
    }

    private static SourceAccess postgreSql() throws IOException, SQLException {
        if (postgres == null) {
            postgres = TestDatabases.postgres();
            try (Connection connection = postgres.getPostgresDatabase().getConnection()) {
                PostgresFerries.write(connection, CROSSINGS, done -> {});
            }
        }
        return postgreSqlAt(postgres.getPort());
    }

    static SourceAccess postgreSqlAt(int port) {
        return new SourceAccess(
                "harbour", new SourceSettings.PostgreSql("localhost", port, "postgres", "postgres"), new Secret("x"));
    }
}
