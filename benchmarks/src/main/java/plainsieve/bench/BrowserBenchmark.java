package plainsieve.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.chrome.ChromeDriver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.demo.Demo;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The demo report in a real browser, a million crossings: from a click on a port until the new rows are painted, against
 * the time of the table's statement in the same click; and from a click on a dropdown of 10,000 values until they are
 * painted; and the report opened cold over a slow line. Measured in the page, by its own clock.
 */
public final class BrowserBenchmark {
    private static final int RUNS = 30;
    private static final int WARM_UP = 60;
    private static final double FRAME_MS = 1000.0 / 60;

    /* Counts as painted when the frame after the next one begins: the changed frame has been drawn by then. */
    private static final String CLICK = """
            const done = arguments[arguments.length - 1];
            const option = [...document.querySelectorAll('[data-control=port] [role=option]')].find(o => o.textContent.startsWith(arguments[0]));
            const table = document.querySelector('.table-view');
            const rows = () => [...table.querySelectorAll('tr.data')].slice(0, 6).map(row => row.textContent).join();
            const before = rows(), start = performance.now();
            const drawn = then => requestAnimationFrame(() => requestAnimationFrame(() => then(performance.now() - start)));
            let painted = 0, changed = false;
            const look = () => {
              if (!changed && rows() !== before && table.ariaBusy !== 'true') {
                changed = true;
                drawn(time => (painted = time));
              }
              if (changed && !document.querySelector('[aria-busy=true]')) {
                observer.disconnect();
                drawn(time => done([painted || time, time]));
              }
            };
            const observer = new MutationObserver(look);
            observer.observe(document.querySelector('main'), {subtree: true, childList: true, characterData: true, attributes: true});
            option.click();
            """;

    private static final String OPEN = """
            const done = arguments[arguments.length - 1];
            const face = document.querySelector('[data-dropdown=one_of_many] .dropdown-face');
            const shown = () => document.querySelectorAll('[data-dropdown=one_of_many] [role=option]').length;
            const start = performance.now();
            const look = () => shown() > 0
              ? requestAnimationFrame(() => requestAnimationFrame(() => { const time = performance.now() - start; face.click(); setTimeout(() => done(time), 300) }))
              : requestAnimationFrame(look);
            face.click();
            look();
            """;

    private BrowserBenchmark() {}

    public static void main(String[] args) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench");
        ServletWebServerApplicationContext server = (ServletWebServerApplicationContext)
                Demo.start("--server.port=0", "--plainsieve.accounts=false", "--plainsieve.data-folder=" + data);
        String address = "http://127.0.0.1:" + server.getWebServer().getPort();
        ChromeDriver browser = Chromium.headless();
        try {
            System.out.println();
            clicks(browser, address);
            dropdown(browser, address);
            ColdPageLoad.measure(browser, address);
        } finally {
            browser.quit();
            SpringApplication.exit(server);
        }
    }

    private static void clicks(ChromeDriver browser, String address) throws Exception {
        browser.get(address + "/projects/home/reports/late-crossings");
        waitFor(browser, "return document.querySelectorAll('.table-view tr.data').length > 0");
        double[] painted = new double[RUNS];
        double[] whole = new double[RUNS];
        double[] onTop = new double[RUNS];
        for (int i = -WARM_UP; i < RUNS; i++) {
            List<?> times = (List<?>) browser.executeAsyncScript(CLICK, "Corrin Bay");
            Thread.sleep(300);
            if (i >= 0) {
                painted[i] = ((Number) times.get(0)).doubleValue();
                whole[i] = ((Number) times.get(1)).doubleValue();
                onTop[i] = painted[i] - tableMillis(address);
            }
        }
        System.out.printf(
                "click on a port until the new rows are painted: median of %d %.0f ms, of which beside the table's statement %.0f ms, beside it and one frame %.0f ms; until all of the page is %.0f ms%n",
                RUNS, median(painted), median(onTop), median(onTop) - FRAME_MS, median(whole));
    }

    /** The time of the newest statement of the table, until its last row was handed on. */
    private static double tableMillis(String address) throws Exception {
        JsonNode sent = JsonMapper.builder()
                .build()
                .readTree(get(address + "/api/v1/projects/home/sent?report=late-crossings&limit=20"));
        for (JsonNode line : sent) {
            if (line.get("viewId").asString().equals("crossings")) {
                return line.get("totalMs").asDouble();
            }
        }
        throw new IllegalStateException("The table was not asked for");
    }

    private static void dropdown(ChromeDriver browser, String address) throws Exception {
        ProjectUpload.importProject(
                address,
                Map.of(
                        "project.yaml", """
                        parameters: [{name: one_of_many, label: One of many, list: {query: many-values}}]
                        queries:
                        - {id: many-values, name: Many values, source: ferries, file: values.sql}
                        - {id: many, name: Many, source: ferries, file: many.sql}
                        reports:
                        - id: many
                          name: Many
                          controls: [{kind: dropdown, label: One of many, parameters: [one_of_many]}]
                          views: [{id: t, kind: table, query: many}]
                        """,
                        "values.sql", "select 'Value ' || i as value from range(10000) r(i)",
                        "many.sql", "select name from ports where name = :one_of_many"));
        browser.get(address + "/projects/home/reports/many");
        waitFor(browser, "return document.querySelectorAll('.table-view tr.data').length > 0");
        Thread.sleep(1000);
        double[] opened = new double[RUNS];
        for (int i = -WARM_UP; i < RUNS; i++) {
            double time = ((Number) browser.executeAsyncScript(OPEN)).doubleValue();
            if (i >= 0) {
                opened[i] = time;
            }
        }
        System.out.printf(
                "dropdown of 10,000 values from click to painted: median of %d %.0f ms%n", RUNS, median(opened));
    }

    private static String get(String address) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString())
                .body();
    }

    private static void waitFor(ChromeDriver browser, String condition) throws InterruptedException {
        for (int i = 0; i < 300 && !Boolean.TRUE.equals(browser.executeScript(condition)); i++) {
            Thread.sleep(100);
        }
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
