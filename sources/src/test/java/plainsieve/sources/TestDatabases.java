package plainsieve.sources;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;

/** Real databases with tables that a test writes itself. */
public final class TestDatabases {
    private TestDatabases() {}

    /** Writes tables over a connection to a database of this kind. */
    @FunctionalInterface
    public interface Writer {
        void write(Connection connection, String kind) throws SQLException;
    }

    /** A new database of this kind, filled by the writer. */
    public static SourceSettings awkward(String kind, Writer writer) throws Exception {
        return switch (kind) {
            case "duckdb" -> file(SourceSettings.Kind.DUCKDB, "jdbc:duckdb:", writer);
            case "sqlite" -> file(SourceSettings.Kind.SQLITE, "jdbc:sqlite:", writer);
            case "postgresql" -> postgreSql(writer);
            default -> mariaDb(writer);
        };
    }

    private static SourceSettings file(SourceSettings.Kind kind, String url, Writer writer)
            throws IOException, SQLException {
        Path file = Files.createTempDirectory("awkward").resolve("data");
        try (Connection connection = DriverManager.getConnection(url + file)) {
            writer.write(connection, kind.dialect());
        }
        return new SourceSettings("file", kind, "", 0, file.toString(), "", Secret.none());
    }

    private static SourceSettings postgreSql(Writer writer) throws IOException, SQLException {
        EmbeddedPostgres server = EmbeddedPostgres.start();
        try (Connection connection = server.getPostgresDatabase().getConnection()) {
            writer.write(connection, "postgresql");
        }
        return new SourceSettings(
                "server",
                SourceSettings.Kind.POSTGRESQL,
                "localhost",
                server.getPort(),
                "postgres",
                "postgres",
                new Secret("x"));
    }

    private static SourceSettings mariaDb(Writer writer) throws Exception {
        LocalMariaDb server = LocalMariaDb.start();
        try (Connection connection = server.connect()) {
            writer.write(connection, "mariadb");
        }
        return new SourceSettings(
                "server", SourceSettings.Kind.MARIADB, "127.0.0.1", server.port(), "ferries", "root", Secret.none());
    }

    public static List<List<Object>> rows(DatabaseSource source, Statement statement) {
        Collected collected = new Collected();
        source.run(statement, RunLimits.standard(), new Cancellation(), collected);
        return collected.rows;
    }
}
