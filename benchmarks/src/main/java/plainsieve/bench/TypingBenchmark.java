package plainsieve.bench;

import java.nio.file.Files;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.demo.Demo;

/**
 * The time of the browser for one key press on the bench, in queries of 100 to 3,000 lines with as many hard-coded values in a
 * project of 1,000 parameters.
 */
public final class TypingBenchmark {
    private static final int PARAMETERS = 1_000;
    private static final List<Integer> LINES = List.of(100, 1_000, 3_000);
    private static final int KEYS = 20;
    private static final long SETTLES_MILLIS = 8_000;

    private TypingBenchmark() {}

    public static void main(String[] args) throws Exception {
        ServletWebServerApplicationContext server = (ServletWebServerApplicationContext) Demo.start(
                "--server.port=0",
                "--plainsieve.demo-crossings=10000",
                "--plainsieve.accounts=false",
                "--plainsieve.data-folder=" + Files.createTempDirectory("plainsieve-bench"));
        String address = "http://127.0.0.1:" + server.getWebServer().getPort();
        ProjectUpload.importProject(address, files());
        ChromeDriver browser = Chromium.headless();
        try {
            browser.executeCdpCommand("Performance.enable", Map.of());
            for (int lines : LINES) {
                measure(browser, address, lines);
            }
        } finally {
            browser.quit();
            SpringApplication.exit(server);
        }
    }

    private static Map<String, String> files() {
        Map<String, String> files = new LinkedHashMap<>();
        StringBuilder yaml = new StringBuilder("format: plain-sieve/1\nparameters:\n");
        for (int i = 0; i < PARAMETERS; i++) {
            yaml.append("- {name: p%d, label: Parameter %d, multiple: true}\n".formatted(i, i));
        }
        yaml.append("queries:\n");
        for (int lines : LINES) {
            yaml.append("- {id: q%d, name: Query %d, source: ferries, file: q%d.sql}\n".formatted(lines, lines, lines));
            files.put("q" + lines + ".sql", text(lines));
        }
        yaml.append("reports: []\n");
        files.put("project.yaml", yaml.toString());
        return files;
    }

    private static String text(int lines) {
        StringBuilder text = new StringBuilder("select port_id\nfrom crossings\nwhere port_id = 0");
        for (int i = 3; i < lines; i++) {
            text.append("\n  or port_id = ").append(i);
            if (i % 6 == 0) {
                text.append(" and state = 'state ").append(i).append("'");
            }
        }
        return text.toString();
    }

    private static void measure(ChromeDriver browser, String address, int lines) throws InterruptedException {
        browser.get(address + "/projects/home/queries/q" + lines);
        Thread.sleep(SETTLES_MILLIS);
        WebElement text = browser.findElement(By.cssSelector(".cm-content"));
        text.sendKeys(Keys.chord(Keys.CONTROL, Keys.END));
        double[] millis = new double[KEYS];
        for (int i = 0; i < KEYS; i++) {
            double before = taskMillis(browser);
            text.sendKeys("1");
            millis[i] = taskMillis(browser) - before;
        }
        Arrays.sort(millis);
        System.out.println();
        System.out.printf(
                "typing in %,d lines, project of %,d parameters: key press median %.0f ms, slowest %.0f ms%n",
                lines, PARAMETERS, millis[KEYS / 2], millis[KEYS - 1]);
    }

    private static double taskMillis(ChromeDriver browser) {
        Object metrics =
                browser.executeCdpCommand("Performance.getMetrics", Map.of()).get("metrics");
        return ((List<?>) metrics)
                .stream()
                        .map(Map.class::cast)
                        .filter(metric -> "TaskDuration".equals(metric.get("name")))
                        .mapToDouble(metric -> ((Number) metric.get("value")).doubleValue() * 1_000)
                        .sum();
    }
}
