package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.demo.LocalMariaDb;
import plainsieve.server.demo.Demo;

/** The cost of EXPLAIN for the table of the demo report on each of its sources. */
public final class EvidenceCost {
    private static final int WARM_UP = 20;
    private static final int RUNS = 30;
    private static final Pattern SENT = Pattern.compile("\"sentId\":(\\d+)");
    private static final Pattern MILLIS = Pattern.compile("\"millis\":([0-9.E-]+)");
    private static final Pattern REPORT = Pattern.compile("\"id\":\"(late-crossings[a-z0-9-]*)\"");

    private final HttpClient client = HttpClient.newHttpClient();
    private final String server;

    private EvidenceCost(int port) {
        this.server = "http://127.0.0.1:" + port;
    }

    public static void main(String[] args) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench");
        try (LocalMariaDb mariaDb = LocalMariaDb.start();
                EmbeddedPostgres postgres = EmbeddedPostgres.start()) {
            ServletWebServerApplicationContext context = (ServletWebServerApplicationContext) Demo.start(
                    "--server.port=0",
                    "--plainsieve.accounts=false",
                    "--plainsieve.data-folder=" + data,
                    "--plainsieve.demo-mariadb-port=" + mariaDb.port(),
                    "--plainsieve.demo-postgres-port=" + postgres.getPort());
            System.out.println();
            EvidenceCost cost = new EvidenceCost(context.getWebServer().getPort());
            Matcher reports = REPORT.matcher(cost.get("/api/v1/projects/home/reports"));
            while (reports.find()) {
                cost.measure(reports.group(1));
            }
            SpringApplication.exit(context);
        }
    }

    private void measure(String report) throws IOException, InterruptedException {
        double[] millis = new double[RUNS];
        for (int i = -WARM_UP; i < RUNS; i++) {
            String id = first(SENT, post("/api/v1/projects/home/reports/" + report + "/views/crossings/run"));
            double cost = Double.parseDouble(first(MILLIS, post("/api/v1/projects/home/sent/" + id + "/evidence")));
            if (i >= 0) {
                millis[i] = cost;
            }
        }
        Arrays.sort(millis);
        System.out.printf(
                "evidence for the table of %s: median of %d %.1f ms, slowest %.1f ms%n",
                report, RUNS, millis[RUNS / 2], millis[RUNS - 1]);
    }

    private static String first(Pattern pattern, String text) {
        Matcher found = pattern.matcher(text);
        if (!found.find()) {
            throw new IllegalStateException("No " + pattern + " in " + text);
        }
        return found.group(1);
    }

    private String get(String path) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(server + path)).GET());
    }

    private String post(String path) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(server + path))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(
                        "{\"runId\":\"bench\",\"choices\":{},\"sortBy\":\"\",\"descending\":false}")));
    }

    private String send(HttpRequest.Builder request) throws IOException, InterruptedException {
        return client.send(request.build(), HttpResponse.BodyHandlers.ofString())
                .body();
    }
}
