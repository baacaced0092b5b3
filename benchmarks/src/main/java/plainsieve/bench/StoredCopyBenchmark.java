package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.PlainSieve;

/**
 * A stored copy of 20 million rows of a PostgreSQL table, partitioned by day: creating it, refreshing it without changes and with one
 * changed day, and a choice in it against the engine's own driver on the same files, alternating.
 */
public final class StoredCopyBenchmark {
    private static final int ROWS = Integer.getInteger("bench.rows", 20_000_000);
    private static final int DAYS = 730;
    private static final int WARM_UP = 10;
    private static final int RUNS = 21;
    private static final long LOOK_EVERY_MILLIS = 100;
    private static final String[] CHOICES = {"day = date '2025-06-01'", "port = 7 and delay > 170", "id = 12345678"};

    private final HttpClient client = HttpClient.newHttpClient();
    private final String api;

    private StoredCopyBenchmark(int port) {
        this.api = "http://127.0.0.1:" + port + "/api/v1/projects/home";
    }

    public static void main(String[] arguments) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench").toRealPath();
        try (EmbeddedPostgres postgres = EmbeddedPostgres.start();
                Connection source = postgres.getPostgresDatabase().getConnection()) {
            fill(source);
            ServletWebServerApplicationContext server =
                    (ServletWebServerApplicationContext) new SpringApplication(PlainSieve.class)
                            .run("--server.port=0", "--plainsieve.accounts=false", "--plainsieve.data-folder=" + data);
            System.out.println();
            new StoredCopyBenchmark(server.getWebServer().getPort()).measure(postgres.getPort(), source, data);
            SpringApplication.exit(server);
        }
        System.exit(0);
    }

    private static void fill(Connection source) throws SQLException {
        execute(source, """
                create table crossings as select n as id, date '2024-01-01' + cast(n / %d as integer) as day,
                  cast(n %% 14 as integer) as port, cast(n * 104729 %% 180 as integer) as delay,
                  cast(n %% 9000 / 100.0 as numeric(8, 2)) as income from generate_series(0::bigint, %d) n""".formatted(ROWS / DAYS + 1, ROWS - 1));
        execute(source, "create index on crossings (day)");
        execute(source, "vacuum analyze crossings");
    }

    private static void execute(Connection source, String sql) throws SQLException {
        try (Statement statement = source.createStatement()) {
            statement.execute(sql);
        }
    }

    private void measure(int postgres, Connection source, Path data) throws Exception {
        send(
                "POST",
                "/sources",
                "{\"id\":\"harbour\",\"kind\":\"postgresql\",\"host\":\"localhost\",\"port\":%d,\"database\":\"postgres\",\"user\":\"postgres\",\"password\":\"x\"}"
                        .formatted(postgres));
        send(
                "POST",
                "/queries",
                "{\"name\":\"All\",\"source\":\"harbour\",\"text\":\"select id, day, port, delay, income from crossings\"}");
        send("POST", "/stored-copies", "{\"query\":\"all\",\"name\":\"Kept\"}");
        print("made as a whole", settled());
        String version = value("version", send("GET", "/stored-copies", ""));
        send(
                "PUT",
                "/stored-copies/kept",
                "{\"name\":\"Kept\",\"partitionBy\":\"day:day\",\"refreshedPartitions\":1,\"version\":%s}"
                        .formatted(version));
        print("made in parts by day", refreshed());
        print("refreshed, only the last day queried again", refreshed());
        execute(source, "update crossings set delay = delay + 1 where day = date '2025-06-01'");
        print("refreshed, one changed day of 27,000 rows", refreshed());
        measureQueries(data.resolve("files").resolve("copies-home").resolve("kept"));
    }

    private static void print(String what, double millis) {
        System.out.printf("copy   of %,d rows: %-60s %9.1f s%n", ROWS, what, millis / 1000);
    }

    private double refreshed() throws Exception {
        // Jobs of the same subject are distinguished by the second of their creation.
        Thread.sleep(1100);
        send("POST", "/stored-copies/kept/refresh", "{}");
        return settled();
    }

    private double settled() throws Exception {
        long start = System.nanoTime();
        String copies = send("GET", "/stored-copies", "");
        while (!value("state", copies).equals("done")) {
            Thread.sleep(LOOK_EVERY_MILLIS);
            copies = send("GET", "/stored-copies", "");
            if (value("state", copies).equals("failed")) {
                throw new IllegalStateException(copies);
            }
        }
        return (System.nanoTime() - start) / TimedTask.NANOS_PER_MILLI;
    }

    private void measureQueries(Path files) throws Exception {
        send("POST", "/queries", "{\"name\":\"Asked\",\"source\":\"copies\",\"text\":\"select 1 as one\"}");
        try (Connection engine = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = engine.createStatement()) {
            for (String where : CHOICES) {
                String select = "select count(*) as n, sum(income) as income from ";
                String ours =
                        "{\"runId\":\"bench\",\"choices\":{},\"text\":\"%skept where %s\"}".formatted(select, where);
                String theirs = "%sread_parquet('%s/*.parquet') where %s".formatted(select, files, where);
                double[][] times = new double[2][RUNS];
                for (int run = -WARM_UP; run < RUNS; run++) {
                    double mine = TimedTask.millis(() -> send("POST", "/queries/asked/run", ours));
                    double other = TimedTask.millis(() -> rows(statement, theirs));
                    if (run >= 0) {
                        times[0][run] = mine;
                        times[1][run] = other;
                    }
                }
                Arrays.stream(times).forEach(Arrays::sort);
                double mine = times[0][RUNS / 2];
                double other = times[1][RUNS / 2];
                System.out.printf(
                        "copy   %-28s request to last byte %8.1f ms, by hand on the same files %8.1f ms, %+.1f ms%n",
                        where, mine, other, mine - other);
            }
        }
    }

    private static void rows(Statement statement, String sql) throws SQLException {
        try (ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                rows.getObject(1);
            }
        }
    }

    private static String value(String field, String json) {
        Matcher found = Pattern.compile("\"" + field + "\":\"?([^\",}]*)").matcher(json);
        if (!found.find()) {
            throw new IllegalStateException("No " + field + " in " + json);
        }
        return found.group(1);
    }

    private String send(String method, String path, String body) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(api + path))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(body));
        HttpResponse<String> answer = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 400) {
            throw new IllegalStateException(path + ": " + answer.body());
        }
        return answer.body();
    }
}
