package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;
import plainsieve.server.demo.Demo;
import plainsieve.server.records.sent.SentFilter;
import plainsieve.server.records.sent.SentOrder;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.records.sent.StatementOutcome;
import plainsieve.server.sources.sent.SentLog;
import tools.jackson.databind.json.JsonMapper;

/** A server with the demo in this process, with the ferries in each database, and a minimal HTTP client. */
final class DemoServer {
    private static final int CROSSINGS = Integer.getInteger("bench.crossings", 1_000_000);
    private static final Pattern SENT = Pattern.compile("\"sentId\":(\\d+)");

    private final ServletWebServerApplicationContext server;
    private final String api;

    private DemoServer(ServletWebServerApplicationContext server) {
        this.server = server;
        this.api = "http://127.0.0.1:" + server.getWebServer().getPort() + "/api/v1/projects/home";
    }

    /** A measurement on one of its databases. */
    interface Measuring {
        void measure(DemoServer server, FerryDatabase database) throws Exception;
    }

    /** @param wanted names of databases; none for all */
    static void each(String[] wanted, Measuring measuring) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench").toRealPath();
        try (LocalMariaDb mariaDb = LocalMariaDb.start();
                EmbeddedPostgres postgres = EmbeddedPostgres.start()) {
            ServletWebServerApplicationContext server = (ServletWebServerApplicationContext) Demo.start(
                    "--server.port=0",
                    "--plainsieve.demo-crossings=" + CROSSINGS,
                    "--plainsieve.accounts=false",
                    "--plainsieve.jobs=false",
                    "--plainsieve.data-folder=" + data,
                    "--plainsieve.demo-mariadb-port=" + mariaDb.port(),
                    "--plainsieve.demo-postgres-port=" + postgres.getPort());
            System.out.println();
            List<FerryDatabase> databases = List.of(
                    FerryDatabase.duckDb(data),
                    FerryDatabase.postgres(postgres.getPort()),
                    FerryDatabase.mariaDb(mariaDb.port()));
            for (FerryDatabase database : databases) {
                if (wanted.length == 0 || Arrays.asList(wanted).contains(database.name())) {
                    measuring.measure(new DemoServer(server), database);
                }
            }
            SpringApplication.exit(server);
        }
    }

    /** The choices for about so many rows of the table. */
    static String choices(int rows) {
        String many = rows > 1_000
                ? ",\"port\":{\"kind\":\"blank\",\"values\":[],\"withoutValue\":false},\"min_delay\":%s,\"from\":%s,\"to\":%s"
                        .formatted(one("0"), one("2025-01-01"), one("2026-12-31"))
                : "";
        return "{\"rows\":%s%s}".formatted(one(String.valueOf(rows)), many);
    }

    static String one(String value) {
        return "{\"kind\":\"values\",\"values\":[\"" + value + "\"],\"withoutValue\":false}";
    }

    /** The statement for these choices, determined by running it once. */
    Statement statement(String report, String choices) throws Exception {
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

    /** Everything that a report's table could have, as a file. Returns its size in bytes. */
    long download(String report, String choices, String format) throws Exception {
        String runId = format + System.nanoTime();
        String body = "{\"runId\":\"%s\",\"format\":\"%s\",\"choices\":%s}".formatted(runId, format, choices);
        try (InputStream ordered = posted("/reports/" + report + "/views/crossings/downloads", body)) {
            ordered.transferTo(OutputStream.nullOutputStream());
        }
        try (InputStream file = connection(api + "/downloads/" + runId).getInputStream()) {
            return file.transferTo(OutputStream.nullOutputStream());
        }
    }

    /** The last statement of a report with its values inlined; for the manual variant only. */
    String lastText(String report) throws Exception {
        SentFilter wanted =
                new SentFilter("home", "", report, "", "", Optional.empty(), Optional.empty(), "", SentOrder.NEW);
        long last = server.getBean(SentLog.class)
                .latest(Long.MAX_VALUE, wanted, 1)
                .get(0)
                .id();
        try (InputStream body = connection(api + "/sent/" + last + "/text").getInputStream()) {
            String text = new JsonMapper().readTree(body).get("text").asString().strip();
            return text.endsWith(";") ? text.substring(0, text.length() - 1) : text;
        }
    }

    /** How many of the last responses of a report had their own statement; the others shared one of those. */
    long statements(String report, int answers) {
        SentFilter wanted = new SentFilter(
                "home", "", report, "", "", Optional.empty(), Optional.of(StatementCause.REPORT), "", SentOrder.NEW);
        return server.getBean(SentLog.class).latest(Long.MAX_VALUE, wanted, answers).stream()
                .filter(row -> row.outcome() == StatementOutcome.DONE)
                .count();
    }

    /** The table, to its last byte. */
    void request(String report, String choices) throws Exception {
        try (InputStream body = run(report, choices)) {
            body.transferTo(OutputStream.nullOutputStream());
        }
    }

    void get(String path) throws Exception {
        try (InputStream body = connection(api + path).getInputStream()) {
            body.transferTo(OutputStream.nullOutputStream());
        }
    }

    /* A minimal client on one thread, so that only its socket adds to the measured time. */
    private static HttpURLConnection connection(String address) throws Exception {
        return (HttpURLConnection) URI.create(address).toURL().openConnection();
    }

    private InputStream run(String report, String choices) throws Exception {
        String body = "{\"runId\":\"bench\",\"choices\":" + choices + ",\"sortBy\":\"\",\"descending\":false}";
        return posted("/reports/" + report + "/views/crossings/run", body);
    }

    private InputStream posted(String path, String body) throws Exception {
        HttpURLConnection connection = connection(api + path);
        connection.setDoOutput(true);
        connection.setRequestProperty("Content-Type", "application/json");
        try (OutputStream out = connection.getOutputStream()) {
            out.write(body.getBytes(StandardCharsets.UTF_8));
        }
        return connection.getInputStream();
    }
}
