package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;
import plainsieve.server.PlainSieve;
import plainsieve.server.sent.SentLog;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * The report's table taken apart, on each database: the whole request to its last byte; the same statement with the same values
 * by hand, prepared once, in the same process; the statement through our source, to nobody; and a request that does nothing. In
 * turns, warmed up alike, in blocks, so that the spread between blocks tells which differences are none.
 */
public final class TakenApart {
    private static final int CROSSINGS = Integer.getInteger("bench.crossings", 1_000_000);
    private static final int WARM_UP = Integer.getInteger("bench.warm-up", 400);
    private static final int BLOCKS = Integer.getInteger("bench.blocks", 5);
    private static final int RUNS = Integer.getInteger("bench.runs", 30);
    private static final Pattern SENT = Pattern.compile("\"sentId\":(\\d+)");
    private static final double NANOS_PER_MILLI = 1e6;

    private final ServletWebServerApplicationContext server;
    private final String api;

    private TakenApart(ServletWebServerApplicationContext server) {
        this.server = server;
        this.api = "http://127.0.0.1:" + server.getWebServer().getPort() + "/api/projects/home";
    }

    /** A database: how it is reached by hand, and by our source. */
    private record Database(String name, String report, String url, Properties properties, SourceSettings settings) {
        /* The one of tests lets its owner in by any password, the other by none. */
        Secret password() {
            return name.equals("postgres") ? new Secret("x") : Secret.none();
        }

        Connection connect() throws Exception {
            Connection connection = DriverManager.getConnection(url, properties);
            connection.setAutoCommit(url.startsWith("jdbc:duckdb"));
            return connection;
        }
    }

    /** @param arguments names of databases; none for all */
    public static void main(String[] arguments) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench").toRealPath();
        try (LocalMariaDb mariaDb = LocalMariaDb.start();
                EmbeddedPostgres postgres = EmbeddedPostgres.start()) {
            ServletWebServerApplicationContext server = (ServletWebServerApplicationContext) PlainSieve.start(
                    "--server.port=0",
                    "--plainsieve.demo=true",
                    "--plainsieve.demo-crossings=" + CROSSINGS,
                    "--plainsieve.accounts=false",
                    "--plainsieve.jobs=false",
                    "--plainsieve.data-folder=" + data,
                    "--plainsieve.demo-mariadb-port=" + mariaDb.port(),
                    "--plainsieve.demo-postgres-port=" + postgres.getPort());
            System.out.println();
            TakenApart apart = new TakenApart(server);
            Database[] databases = {
                duckDb(data.resolve("files").resolve("ferries.duckdb")),
                postgres(postgres.getPort()),
                mariaDb(mariaDb.port())
            };
            for (Database database : databases) {
                if (arguments.length == 0 || Arrays.asList(arguments).contains(database.name())) {
                    apart.measure(database);
                }
            }
            SpringApplication.exit(server);
        }
        System.exit(0);
    }

    private static Database duckDb(Path file) {
        Properties properties = new Properties();
        properties.setProperty("duckdb.read_only", "true");
        properties.setProperty("jdbc_stream_results", "true");
        properties.setProperty("autoinstall_known_extensions", "false");
        properties.setProperty("enable_external_access", "false");
        properties.setProperty("disabled_optimizers", "join_filter_pushdown,join_elimination");
        properties.setProperty("lock_configuration", "true");
        return new Database(
                "duckdb",
                "late-crossings",
                "jdbc:duckdb:" + file,
                properties,
                new SourceSettings.DuckDb(file.toString()));
    }

    private static Database postgres(int port) {
        Properties properties = new Properties();
        properties.setProperty("user", "postgres");
        properties.setProperty("password", "x");
        return new Database(
                "postgres",
                "late-crossings-at-the-harbour-server",
                "jdbc:postgresql://localhost:" + port + "/postgres",
                properties,
                new SourceSettings.PostgreSql("localhost", port, "postgres", "postgres"));
    }

    private static Database mariaDb(int port) {
        Properties properties = new Properties();
        properties.setProperty("user", "root");
        properties.setProperty("useServerPrepStmts", "true");
        return new Database(
                "mariadb",
                "late-crossings-on-the-islands",
                "jdbc:mariadb://127.0.0.1:" + port + "/ferries",
                properties,
                new SourceSettings.MariaDb("127.0.0.1", port, "ferries", "root"));
    }

    private interface Work {
        void run() throws Exception;
    }

    private void measure(Database database) throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        SourceAccess access = new SourceAccess(database.name(), database.settings(), database.password());
        try (JdbcSource source = new JdbcSource(access, clock)) {
            for (int rows : new int[] {100, 1_000, 100_000}) {
                String choices = choices(rows);
                Statement statement = statement(database.report(), choices);
                try (ByHand byHand = new ByHand(database.connect(), statement)) {
                    boolean many = rows > 1_000;
                    Map<String, Work> works = new LinkedHashMap<>();
                    works.put("request", () -> request(database.report(), choices));
                    works.put(many ? "by hand with JSON" : "by hand", many ? byHand::rowsAsJson : byHand::rows);
                    works.put("through the source", () -> InTurns.rows(source, statement));
                    works.put("an empty request", () -> get("/queries/port-names"));
                    print(database.name(), byHand.rows(), works, many);
                }
            }
        } finally {
            clock.shutdownNow();
        }
    }

    private static void print(String database, long rows, Map<String, Work> works, boolean many) throws Exception {
        String[] names = works.keySet().toArray(String[]::new);
        double[][] blocks = new double[names.length][BLOCKS];
        int warmUp = many ? WARM_UP / 10 : WARM_UP;
        block(works, warmUp);
        for (int block = 0; block < BLOCKS; block++) {
            double[] medians = block(works, many ? Math.max(5, RUNS / 3) : RUNS);
            for (int i = 0; i < names.length; i++) {
                blocks[i][block] = medians[i];
            }
        }
        double[] ratios = new double[BLOCKS];
        for (int block = 0; block < BLOCKS; block++) {
            ratios[block] = blocks[0][block] / blocks[1][block];
        }
        Arrays.sort(ratios);
        System.out.printf(
                "apart  %-9s %,9d rows: ratio %.2f (%.2f to %.2f)",
                database, rows, ratios[BLOCKS / 2], ratios[0], ratios[BLOCKS - 1]);
        for (int i = 0; i < names.length; i++) {
            Arrays.sort(blocks[i]);
            System.out.printf("; %s %.2f ms", names[i], blocks[i][BLOCKS / 2]);
        }
        System.out.println();
    }

    /** The median of each, in milliseconds; who comes first changes with every turn. */
    private static double[] block(Map<String, Work> works, int runs) throws Exception {
        Work[] all = works.values().toArray(Work[]::new);
        double[][] times = new double[all.length][runs];
        for (int run = 0; run < runs; run++) {
            for (int place = 0; place < all.length; place++) {
                int i = (place + run) % all.length;
                long start = System.nanoTime();
                all[i].run();
                times[i][run] = (System.nanoTime() - start) / NANOS_PER_MILLI;
            }
        }
        return Arrays.stream(times)
                .mapToDouble(one -> {
                    Arrays.sort(one);
                    return one[one.length / 2];
                })
                .toArray();
    }

    private static String choices(int rows) {
        String many = rows > 1_000
                ? ",\"port\":{\"kind\":\"blank\",\"values\":[],\"withoutValue\":false},\"min_delay\":%s,\"from\":%s,\"to\":%s"
                        .formatted(one("0"), one("2025-01-01"), one("2026-12-31"))
                : "";
        return "{\"rows\":%s%s}".formatted(one(String.valueOf(rows)), many);
    }

    private static String one(String value) {
        return "{\"kind\":\"values\",\"values\":[\"" + value + "\"],\"withoutValue\":false}";
    }

    private Statement statement(String report, String choices) throws Exception {
        String answer = new String(run(report, choices).readAllBytes(), StandardCharsets.UTF_8);
        Matcher sent = SENT.matcher(answer);
        if (!sent.find()) {
            throw new IllegalStateException(answer);
        }
        return server.getBean(SentLog.class)
                .recent(Long.parseLong(sent.group(1)))
                .orElseThrow()
                .statement();
    }

    private void request(String report, String choices) throws Exception {
        try (InputStream body = run(report, choices)) {
            body.transferTo(OutputStream.nullOutputStream());
        }
    }

    private void get(String path) throws Exception {
        try (InputStream body = connection(api + path).getInputStream()) {
            body.transferTo(OutputStream.nullOutputStream());
        }
    }

    /* The plainest of clients: on one thread, so that nothing of it is measured but its socket. */
    private static HttpURLConnection connection(String address) throws Exception {
        return (HttpURLConnection) URI.create(address).toURL().openConnection();
    }

    private InputStream run(String report, String choices) throws Exception {
        HttpURLConnection connection = connection(api + "/reports/" + report + "/views/crossings/run");
        connection.setDoOutput(true);
        connection.setRequestProperty("Content-Type", "application/json");
        String body = "{\"runId\":\"bench\",\"choices\":" + choices + ",\"sortBy\":\"\",\"descending\":false}";
        try (OutputStream out = connection.getOutputStream()) {
            out.write(body.getBytes(StandardCharsets.UTF_8));
        }
        return connection.getInputStream();
    }
}
