package plainsieve.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.demo.Demo;

/** The response time of a project with 300 parameters, 250 queries and 50 reports, unchanged and after every change. */
public final class LargeProject {
    private static final int PARAMETERS = 300;
    private static final int QUERIES = 250;
    private static final int REPORTS = 50;
    private static final int WARM_UP = 30;
    private static final int RUNS = 50;

    private final HttpClient client = HttpClient.newHttpClient();
    private final String project;

    private LargeProject(String address) {
        this.project = address + "/api/v1/projects/home";
    }

    public static void main(String[] args) throws Exception {
        ServletWebServerApplicationContext server = (ServletWebServerApplicationContext) Demo.start(
                "--server.port=0",
                "--plainsieve.demo-crossings=10000",
                "--plainsieve.accounts=false",
                "--plainsieve.data-folder=" + Files.createTempDirectory("plainsieve-bench"));
        String address = "http://127.0.0.1:" + server.getWebServer().getPort();
        ProjectUpload.importProject(address, files());
        System.out.println();
        LargeProject large = new LargeProject(address);
        for (String path : new String[] {"/parameters", "/reports", "/queries"}) {
            large.measure(path, "unchanged", () -> {});
            large.measure(path, "after a change", large::changeADraft);
        }
        SpringApplication.exit(server);
    }

    /** Every query uses six parameters, every report shows five queries; every tenth parameter has a query's list. */
    private static Map<String, String> files() {
        Map<String, String> files = new LinkedHashMap<>();
        StringBuilder yaml = new StringBuilder("format: plain-sieve/1\nparameters:\n");
        for (int i = 0; i < PARAMETERS; i++) {
            String list = i % 10 == 0 ? ", list: {query: q" + i % QUERIES + "-list}" : "";
            yaml.append("- {name: p%d, label: Parameter %d, multiple: true%s}\n".formatted(i, i, list));
        }
        yaml.append("queries:\n");
        for (int i = 0; i < QUERIES; i++) {
            boolean list = i % 10 == 0;
            String id = "q" + i + (list ? "-list" : "");
            yaml.append("- {id: %s, name: Query %d, source: ferries, file: %s.sql}\n".formatted(id, i, id));
            files.put(id + ".sql", list ? "select name from ports order by name" : text(i));
        }
        yaml.append("reports:\n");
        for (int i = 0; i < REPORTS; i++) {
            yaml.append("- {id: r%d, name: Report %d, views: [".formatted(i, i));
            for (int v = 1; v <= 5; v++) {
                int query = (i * 5 + v) % QUERIES;
                yaml.append(
                        "{id: v%d, kind: table, query: q%d%s}, ".formatted(v, query, query % 10 == 0 ? "-list" : ""));
            }
            yaml.append("]}\n");
        }
        files.put("project.yaml", yaml.toString());
        return files;
    }

    private static String text(int query) {
        StringBuilder text = new StringBuilder("select port_id, name, island from ports p where 1 = 1");
        for (int i = 0; i < 6; i++) {
            text.append("\n  and name in (:p")
                    .append((query * 6 + i) % PARAMETERS)
                    .append(")");
        }
        return text.toString();
    }

    private interface Before {
        void run() throws IOException, InterruptedException;
    }

    private void measure(String path, String when, Before before) throws IOException, InterruptedException {
        double[] millis = new double[RUNS];
        int bytes = 0;
        for (int i = -WARM_UP; i < RUNS; i++) {
            before.run();
            long start = System.nanoTime();
            bytes = get(path).length();
            if (i >= 0) {
                millis[i] = (System.nanoTime() - start) / 1e6;
            }
        }
        Arrays.sort(millis);
        System.out.printf(
                "project of %d parameters, %d queries, %d reports: GET %s %s, %d kB: median of %d %.1f ms, slowest %.1f ms%n",
                PARAMETERS, QUERIES, REPORTS, path, when, bytes / 1000, RUNS, millis[RUNS / 2], millis[RUNS - 1]);
    }

    private void changeADraft() throws IOException, InterruptedException {
        String query = get("/queries/q1");
        String version = query.replaceAll("(?s).*\"version\":(\\d+).*", "$1");
        String body = "{\"text\": \"select %s\", \"version\": %s}".formatted(version, version);
        send(HttpRequest.newBuilder(URI.create(project + "/queries/q1"))
                .header("Content-Type", "application/json")
                .method("PATCH", HttpRequest.BodyPublishers.ofString(body)));
    }

    private String get(String path) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(project + path)));
    }

    private String send(HttpRequest.Builder request) throws IOException, InterruptedException {
        HttpResponse<String> answer = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(answer.body());
        }
        return answer.body();
    }
}
