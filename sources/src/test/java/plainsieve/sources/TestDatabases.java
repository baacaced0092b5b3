package plainsieve.sources;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;
import plainsieve.demo.LocalTrino;
import plainsieve.sources.jdbc.JdbcSource;

/** Real databases with tables written by a test. */
public final class TestDatabases {
    public static final RunLimits LIMITS = new RunLimits(Duration.ofSeconds(60));

    private static EmbeddedPostgres postgres;
    private static LocalMariaDb mariaDb;
    private static LocalTrino cluster;
    private static int databases;

    private TestDatabases() {}

    /** Writes tables over a connection to a database of this kind. */
    /** SQL that makes a test statement slow. */
    static final String[] SLOW = {"pg_sleep", "sleep"};

    @FunctionalInterface
    public interface Writer {
        void write(Connection connection, String kind) throws SQLException;
    }

    /** A new database of this kind, filled by the writer, on a server shared by all tests of a process. */
    public static SourceAccess awkward(String kind, Writer writer) throws IOException, SQLException {
        return switch (kind) {
            case "duckdb" -> file(SourceKind.DUCKDB, "jdbc:duckdb:", writer);
            case "sqlite" -> file(SourceKind.SQLITE, "jdbc:sqlite:", writer);
            case "postgresql" -> postgreSql(writer);
            case "trino" -> trino(writer);
            default -> mariaDb(writer);
        };
    }

    private static SourceAccess file(SourceKind kind, String url, Writer writer) throws IOException, SQLException {
        Path file = Files.createTempDirectory("awkward").resolve("data");
        try (Connection connection = DriverManager.getConnection(url + file)) {
            writer.write(connection, kind.word());
        }
        return new SourceAccess("file", kind.settings(new SourceFields("", 0, file.toString(), "")), Secret.none());
    }

    static synchronized EmbeddedPostgres postgres() throws IOException {
        if (postgres == null) {
            postgres = EmbeddedPostgres.start();
        }
        return postgres;
    }

    static synchronized LocalMariaDb mariaDb() throws IOException, SQLException {
        if (mariaDb == null) {
            try {
                mariaDb = LocalMariaDb.start();
            } catch (InterruptedException e) {
                throw new IOException("Stopped while MariaDB started", e);
            }
        }
        return mariaDb;
    }

    private static synchronized SourceAccess postgreSql(Writer writer) throws IOException, SQLException {
        EmbeddedPostgres server = postgres();
        String database = "awkward" + databases++;
        try (Connection connection = server.getPostgresDatabase().getConnection()) {
            connection.createStatement().execute("create database " + database);
        }
        try (Connection connection = server.getDatabase("postgres", database).getConnection()) {
            writer.write(connection, "postgresql");
        }
        return new SourceAccess(
                        "server",
                        new SourceSettings.PostgreSql("localhost", server.getPort(), database, "postgres"),
                        new Secret("x"))
                .allowing(SLOW);
    }

    private static synchronized SourceAccess mariaDb(Writer writer) throws IOException, SQLException {
        LocalMariaDb server = mariaDb();
        String database = "awkward" + databases++;
        try (Connection connection = server.connect()) {
            connection.createStatement().execute("create database " + database + " character set utf8mb4");
            connection.setCatalog(database);
            writer.write(connection, "mariadb");
        }
        return new SourceAccess(
                        "server",
                        new SourceSettings.MariaDb("127.0.0.1", server.port(), database, "root"),
                        Secret.none())
                .allowing(SLOW);
    }

    /** Another location in a cluster. @param place a catalog, or a catalog with a schema */
    static JdbcSource cluster(SourceSettings.Trino server, ScheduledExecutorService clock, String place) {
        return new JdbcSource(
                new SourceAccess(
                        "cluster",
                        new SourceSettings.Trino(server.host(), server.port(), place, "tests"),
                        Secret.none()),
                clock);
    }

    private static LocalTrino cluster() throws IOException {
        if (cluster == null) {
            cluster = LocalTrino.start();
        }
        return cluster;
    }

    private static synchronized SourceAccess trino(Writer writer) throws IOException, SQLException {
        LocalTrino trino = cluster();
        String schema = "awkward" + databases++;
        try (Connection connection = DriverManager.getConnection(trino.url("memory/" + schema))) {
            connection.createStatement().execute("create schema " + schema);
            writer.write(connection, "trino");
        }
        return new SourceAccess(
                "cluster",
                new SourceSettings.Trino("127.0.0.1", trino.port(), "memory." + schema, "tests"),
                Secret.none());
    }

    public static List<List<Object>> rows(Source source, Statement statement) {
        return answer(source, statement).rows();
    }

    /** A complete result. */
    public record Answered(List<Column> columns, List<List<Object>> rows) {}

    public static Answered answer(Source source, Statement statement) {
        Collected collected = new Collected();
        source.run(new OutgoingStatement.Sql(statement), LIMITS, new Cancellation(), collected);
        return new Answered(collected.columns, collected.rows);
    }
}
