package plainsieve.bench;

import java.io.InputStream;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryType;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.demo.Demo;

/**
 * The additional memory of a download of a million rows compared with an idle server: the heap in use after
 * collections forced four times a second while it runs, and the resident memory of the process,
 * including DuckDB's.
 */
public final class DownloadMemory {
    private static final double MEGA = 1024 * 1024;
    private static final String EVERYTHING = "{\"runId\":\"%s\",\"format\":\"%s\",\"withHeader\":true,\"choices\":{"
            + "\"port\":{\"kind\":\"blank\"},\"from\":{\"kind\":\"blank\"},\"to\":{\"kind\":\"blank\"},\"min_delay\":{\"kind\":\"blank\"}}}";

    private DownloadMemory() {}

    public static void main(String[] args) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench");
        ServletWebServerApplicationContext server = (ServletWebServerApplicationContext) Demo.start(
                "--server.port=0",
                "--plainsieve.accounts=false",
                "--plainsieve.data-folder=" + data,
                "--plainsieve.demo-crossings=1100000");
        String address = "http://127.0.0.1:" + server.getWebServer().getPort();
        try {
            System.out.println();
            String[] formats =
                    System.getProperty("bench.formats", "csv json xlsx parquet").split(" ");
            for (String format : formats) {
                time(address, format);
            }
            for (String format : formats) {
                time(address, format);
                measure(address, format);
            }
        } finally {
            SpringApplication.exit(server);
        }
    }

    /** Without the collections that are forced to measure memory. Once before it counts. */
    private static void time(String address, String format) throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        String runId = "timed-" + format + System.nanoTime();
        order(client, address, EVERYTHING.formatted(runId, format));
        long start = System.nanoTime();
        long bytes;
        try (InputStream body = client.send(
                        HttpRequest.newBuilder(URI.create(address + "/api/v1/projects/home/downloads/" + runId))
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream())
                .body()) {
            bytes = body.transferTo(OutputStream.nullOutputStream());
        }
        System.out.printf(
                "download as %s: %.0f MB in %.1f s%n", format, bytes / MEGA, (System.nanoTime() - start) / 1e9);
    }

    private static void measure(String address, String format) throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        String runId = "bench-" + format;
        order(client, address, EVERYTHING.formatted(runId, format));
        long idle = liveHeap();
        long idleProcess = processKilobytes();
        AtomicLong most = new AtomicLong();
        AtomicBoolean running = new AtomicBoolean(true);
        Thread watching = new Thread(() -> watch(running, most));
        watching.start();
        long start = System.nanoTime();
        URI file = URI.create(address + "/api/v1/projects/home/downloads/" + runId);
        long bytes;
        try (InputStream body = client.send(
                        HttpRequest.newBuilder(file).build(), HttpResponse.BodyHandlers.ofInputStream())
                .body()) {
            bytes = body.transferTo(OutputStream.nullOutputStream());
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        running.set(false);
        watching.join();
        String progress = client.send(
                        HttpRequest.newBuilder(file.resolve(runId + "/progress"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
        System.out.printf(
                "download as %s: %.0f MB in %.1f s %s; live heap at most %.0f MB above the idle %.0f MB; process %+.0f MB%n",
                format,
                bytes / MEGA,
                seconds,
                progress,
                (most.get() - idle) / MEGA,
                idle / MEGA,
                (processKilobytes() - idleProcess) / 1024.0);
    }

    private static void order(HttpClient client, String address, String body) throws Exception {
        String path = "/api/v1/projects/home/reports/late-crossings/views/crossings/downloads";
        client.send(
                HttpRequest.newBuilder(URI.create(address + path))
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
    }

    private static void watch(AtomicBoolean running, AtomicLong most) {
        while (running.get()) {
            most.accumulateAndGet(liveHeap(), Math::max);
            try {
                Thread.sleep(250);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    /** Heap in use after the collection; allocation has continued since. */
    private static long liveHeap() {
        System.gc();
        return ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(pool -> pool.getType() == MemoryType.HEAP && pool.getCollectionUsage() != null)
                .mapToLong(pool -> pool.getCollectionUsage().getUsed())
                .sum();
    }

    private static long processKilobytes() throws Exception {
        return Files.readAllLines(Path.of("/proc/self/status")).stream()
                .filter(line -> line.startsWith("VmRSS"))
                .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
                .findFirst()
                .orElse(0);
    }
}
