package plainsieve.bench;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.chrome.ChromeDriver;

/**
 * The demo report opened by a browser with an empty cache, over 1.6 Mbit/s and 150 ms round-trip time: the time until its rows are
 * displayed, and the bytes received before, including response headers, excluding the response with the rows.
 */
final class ColdPageLoad {
    private static final int RUNS = 7;
    private static final int BYTES_A_SECOND = 200_000;
    private static final int THERE_AND_BACK = 150;

    private static final String WATCH = """
            const look = () => {
              if (!window.rowsAfter && document.querySelector('.table-view tr.data'))
                requestAnimationFrame(() => requestAnimationFrame(() => (window.rowsAfter ??= performance.now())));
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
            """;

    private static final String ASKED = """
            const done = arguments[0], looked = () => {
              if (!window.rowsAfter) return setTimeout(looked, 50);
              const all = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')];
              const before = all.filter(r => r.responseStart && r.responseStart <= window.rowsAfter && !r.name.endsWith('/run'));
              done([window.rowsAfter, before.reduce((sum, r) => sum + r.transferSize, 0), before.length,
                before.map(r => `${Math.round(r.startTime)}-${Math.round(r.responseEnd)} ${r.transferSize} ${r.name.split('/').pop()}`).join('; ')]);
            };
            looked();
            """;

    private ColdPageLoad() {}

    static void measure(ChromeDriver browser, String address) {
        browser.executeCdpCommand("Network.enable", Map.of());
        browser.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", WATCH));
        browser.executeCdpCommand(
                "Network.emulateNetworkConditions",
                Map.of(
                        "offline",
                        false,
                        "latency",
                        THERE_AND_BACK,
                        "downloadThroughput",
                        BYTES_A_SECOND,
                        "uploadThroughput",
                        BYTES_A_SECOND));
        double[] millis = new double[RUNS];
        List<?> last = List.of();
        for (int i = 0; i < RUNS; i++) {
            browser.get("about:blank");
            browser.executeCdpCommand("Network.clearBrowserCache", Map.of());
            browser.get(address + "/projects/home/reports/late-crossings");
            last = (List<?>) browser.executeAsyncScript(ASKED);
            millis[i] = ((Number) last.get(0)).doubleValue();
        }
        Arrays.sort(millis);
        System.out.printf(
                "cold, 1.6 Mbit/s and %d ms: rows are painted after %.0f ms (%.0f to %.0f, the middle one of %d), %.0f kB in %s answers began before them%n",
                THERE_AND_BACK,
                millis[RUNS / 2],
                millis[0],
                millis[RUNS - 1],
                RUNS,
                ((Number) last.get(1)).doubleValue() / 1000,
                last.get(2));
        if (Boolean.getBoolean("bench.each")) {
            System.out.println("cold: " + last.get(3));
        }
    }
}
