package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.IntFunction;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.demo.LocalMariaDb;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * A choice of 500 adjacent rows, by an index, in a table of one million and in one of 20 million rows, alternating;
 * a different choice each time, so that caches favor neither.
 */
public final class DataGrowthBenchmark {
    private static final int SMALL = 1_000_000;
    private static final int LARGE = Integer.getInteger("bench.rows", 20_000_000);
    private static final int ROWS_OF_TRIP = 500;
    private static final int WARM_UP = 100;
    private static final int RUNS = 301;
    private static final Parameter TRIP = Parameter.of("trip", Type.INTEGER);

    private final Random random = new Random(7);
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();

    private DataGrowthBenchmark() {}

    /** @param arguments names of databases; none for all */
    public static void main(String[] arguments) throws Exception {
        List<String> names =
                arguments.length == 0 ? List.of("postgres", "mariadb", "sqlite", "duckdb") : List.of(arguments);
        for (String name : names) {
            new DataGrowthBenchmark().on(name);
        }
        System.exit(0);
    }

    private void on(String name) throws Exception {
        switch (name) {
            case "postgres" -> onPostgres();
            case "mariadb" -> onMariaDb();
            case "sqlite" -> inSqlite(newFile());
            case "duckdb" -> inDuckDb(newFile());
            default -> throw new IllegalArgumentException(name);
        }
    }

    private static Path newFile() throws Exception {
        return Files.createTempDirectory("plainsieve-bench").resolve("ferries");
    }

    private void onPostgres() throws Exception {
        try (EmbeddedPostgres server = EmbeddedPostgres.start()) {
            try (Connection connection = server.getPostgresDatabase().getConnection()) {
                fill(
                        connection,
                        rows -> "generate_series(0::bigint, %d) as s(n)".formatted(rows - 1),
                        "bigint",
                        "vacuum analyze");
            }
            measure(
                    new SourceSettings.PostgreSql("localhost", server.getPort(), "postgres", "postgres"),
                    new Secret("x"));
        }
    }

    private void onMariaDb() throws Exception {
        try (LocalMariaDb server = LocalMariaDb.start()) {
            try (Connection connection = server.connect()) {
                fill(
                        connection,
                        rows -> "(select seq as n from seq_0_to_%d) as s".formatted(rows - 1),
                        "linkToken",
                        "analyze table");
            }
            measure(new SourceSettings.MariaDb("127.0.0.1", server.port(), "ferries", "root"), Secret.none());
        }
    }

    private void inSqlite(Path file) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file)) {
            String numbers =
                    "(with recursive s(n) as (select 0 union all select n + 1 from s where n < %d) select n from s)";
            fill(connection, rows -> numbers.formatted(rows - 1), "integer", "analyze");
        }
        measure(new SourceSettings.Sqlite(file.toString()), Secret.none());
        Files.delete(file);
    }

    private void inDuckDb(Path file) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:" + file)) {
            fill(connection, rows -> "range(%d) as s(n)".formatted(rows), "bigint", "analyze");
        }
        measure(new SourceSettings.DuckDb(file.toString()), Secret.none());
        Files.delete(file);
    }

    private static void fill(Connection connection, IntFunction<String> numbers, String whole, String analyze)
            throws SQLException {
        for (int rows : List.of(SMALL, LARGE)) {
            String table = table(rows);
            execute(connection, """
                    create table %s as select n as id, cast((n - n %% %d) / %d as %s) as trip, cast(n %% 14 as %s) as port,
                      cast(n * 104729 %% 180 as %s) as delay from %s""".formatted(
                            table, ROWS_OF_TRIP, ROWS_OF_TRIP, whole, whole, whole, numbers.apply(rows)));
            execute(connection, "create index %s_trip on %s (trip)".formatted(table, table));
            execute(connection, analyze + " " + table);
        }
    }

    private static String table(int rows) {
        return "crossings_" + rows;
    }

    private static void execute(Connection connection, String sql) throws SQLException {
        try (java.sql.Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    private void measure(SourceSettings settings, Secret password) {
        try (JdbcSource source = new JdbcSource(new SourceAccess("ferries", settings, password), clock)) {
            double[][] millis = new double[2][RUNS];
            for (int run = -WARM_UP; run < RUNS; run++) {
                double small = InterleavedRuns.millis(source, chosen(source, SMALL));
                double large = InterleavedRuns.millis(source, chosen(source, LARGE));
                if (run >= 0) {
                    millis[0][run] = small;
                    millis[1][run] = large;
                }
            }
            double small = InterleavedRuns.median(millis[0]);
            double large = InterleavedRuns.median(millis[1]);
            System.out.printf(
                    "growth %-12s %,d rows of %,d %7.2f ms, of %,d %7.2f ms: %.2f times%n",
                    source.dialect().name(), ROWS_OF_TRIP, SMALL, small, LARGE, large, large / small);
        }
    }

    private Statement chosen(JdbcSource source, int rows) {
        int trip = random.nextInt(rows / ROWS_OF_TRIP);
        return RewriteResult.of(
                "select id, port, delay from %s where trip = :trip".formatted(table(rows)),
                List.of(TRIP),
                Map.of("trip", ChoiceText.of(String.valueOf(trip))),
                source.dialect());
    }
}
