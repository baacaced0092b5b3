package plainsieve.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import java.util.UUID;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;

/** The ferries in a database: direct connection settings and our source. @param report a report on it */
record FerryDatabase(String name, String report, String url, Properties properties, SourceSettings settings) {
    /** A quarter of the engine memory, the default of a server. */
    private static final long EACH = 512L << 20;

    /* The test server accepts any password from its owner, the other one requires none. */
    Secret password() {
        return name.equals("postgres") ? new Secret("x") : Secret.none();
    }

    Connection connect() throws Exception {
        Connection connection = DriverManager.getConnection(url, properties);
        connection.setAutoCommit(url.startsWith("jdbc:duckdb"));
        return connection;
    }

    /** Our source of it, opened as by hand. */
    JdbcSource source(ScheduledExecutorService clock) {
        SourceAccess access = new SourceAccess(name, settings, password());
        if (settings instanceof SourceSettings.DuckDb file) {
            Map<String, String> alike = new HashMap<>();
            properties.forEach((key, value) -> alike.put((String) key, (String) value));
            return new JdbcSource(access, DuckDbVendor.restrictedTo(file, alike), clock);
        }
        return new JdbcSource(access, clock);
    }

    /**
     * The database of the server in this process: a file has one engine, shared by all connections.
     *
     * @param data folder of the server
     */
    static FerryDatabase duckDb(Path data) throws IOException {
        Path file = data.resolve("files").resolve("ferries.duckdb").toRealPath();
        String ours = UUID.nameUUIDFromBytes(file.toString().getBytes(StandardCharsets.UTF_8))
                .toString();
        Properties properties = new Properties();
        properties.putAll(new EngineLimits(EACH, Runtime.getRuntime().availableProcessors())
                .settings(data.toAbsolutePath().resolve("kept").resolve(ours)));
        properties.setProperty("duckdb.read_only", "true");
        properties.setProperty("jdbc_stream_results", "true");
        properties.setProperty("autoinstall_known_extensions", "false");
        properties.setProperty("enable_external_access", "false");
        properties.setProperty("disabled_optimizers", "join_filter_pushdown,join_elimination");
        properties.setProperty("lock_configuration", "true");
        return new FerryDatabase(
                "duckdb",
                "late-crossings",
                "jdbc:duckdb:" + file,
                properties,
                new SourceSettings.DuckDb(file.toString()));
    }

    static FerryDatabase postgres(int port) {
        Properties properties = new Properties();
        properties.setProperty("user", "postgres");
        properties.setProperty("password", "x");
        return new FerryDatabase(
                "postgres",
                "late-crossings-at-the-harbour-server",
                "jdbc:postgresql://localhost:" + port + "/postgres",
                properties,
                new SourceSettings.PostgreSql("localhost", port, "postgres", "postgres"));
    }

    static FerryDatabase mariaDb(int port) {
        Properties properties = new Properties();
        properties.setProperty("user", "root");
        properties.setProperty("useServerPrepStmts", "true");
        return new FerryDatabase(
                "mariadb",
                "late-crossings-on-the-islands",
                "jdbc:mariadb://127.0.0.1:" + port + "/ferries",
                properties,
                new SourceSettings.MariaDb("127.0.0.1", port, "ferries", "root"));
    }
}
