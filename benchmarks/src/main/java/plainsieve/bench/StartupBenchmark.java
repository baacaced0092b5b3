package plainsieve.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import plainsieve.demo.FreePort;

/**
 * A server as it is started, each in its own process: the time until it is ready and its memory then, against the framework's
 * empty application with the same starters; its first, tenth and hundredth request for a table of 1,000 rows against those after a
 * thousand, immediately or after {@code -Dbench.pause} seconds; its memory after heavy load of
 * {@code -Dbench.minutes} minutes.
 */
public final class StartupBenchmark {
    private static final Path OPTIONS = Path.of("scripts/server.options");
    /** Without ahead-of-time processing. */
    private static final String EMPTY = "plainsieve.bench.EmptyApplication";

    private static final int STARTS = 5;
    private static final int PEOPLE = 16;
    private static final double NANOS_PER_MILLI = 1e6;
    private static final String TABLE = "/api/v1/projects/home/reports/late-crossings/views/crossings/run";
    private static final String[] PORTS = {"Ardlow", "Corrin Bay", "Hythe Ness", "Lunna", "Maddow", "Skerrin"};

    private final HttpClient client = HttpClient.newHttpClient();

    private StartupBenchmark() {}

    public static void main(String[] args) throws Exception {
        Path folder = Files.createTempDirectory("plainsieve-bench");
        StartupBenchmark startupBenchmark = new StartupBenchmark();
        startupBenchmark.starts(folder);
        startupBenchmark.requests(folder.resolve("demo"));
    }

    /** A server process and the time until it was ready. */
    private record Child(Process process, int port, double millis) implements AutoCloseable {
        double megabytes() throws IOException {
            return Files.readAllLines(Path.of("/proc/" + process.pid() + "/status")).stream()
                            .filter(line -> line.startsWith("VmRSS"))
                            .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
                            .sum()
                    / 1024.0;
        }

        @Override
        public void close() throws InterruptedException {
            process.destroy();
            process.waitFor();
        }
    }

    private Child start(String main, String ready, String... settings) throws Exception {
        int port = FreePort.find();
        List<String> command = new ArrayList<>(List.of("java", "@" + OPTIONS));
        if (main.equals(EMPTY)) {
            command.add("-Dspring.aot.enabled=false");
        }
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), main));
        command.add("--server.port=" + port);
        command.addAll(List.of(settings));
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD);
        // As ./demo does.
        builder.environment().put("MALLOC_ARENA_MAX", "2");
        long begun = System.nanoTime();
        Process process = builder.start();
        while (!answers(port, ready)) {
            if (!process.isAlive()) {
                throw new IllegalStateException(main + " did not start");
            }
            TimeUnit.MILLISECONDS.sleep(20);
        }
        return new Child(process, port, (System.nanoTime() - begun) / NANOS_PER_MILLI);
    }

    private boolean answers(int port, String ready) throws InterruptedException {
        try {
            return client.send(
                            HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/api/v1/health"))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body()
                    .contains(ready);
        } catch (IOException e) {
            return false;
        }
    }

    private void starts(Path folder) throws Exception {
        double[][] millis = new double[2][STARTS];
        double[][] megabytes = new double[2][STARTS];
        String records = "--plainsieve.data-folder=" + folder.resolve("records");
        for (int i = -1; i < STARTS; i++) {
            try (Child empty = start(
                            EMPTY,
                            "",
                            "--spring.flyway.enabled=false",
                            "--spring.datasource.url=jdbc:sqlite:" + folder.resolve("empty.db"));
                    Child ours = start("plainsieve.server.PlainSieve", "\"ready\":true", records)) {
                TimeUnit.SECONDS.sleep(2);
                // The first one writes its records and has cold disk caches.
                if (i >= 0) {
                    millis[0][i] = empty.millis();
                    millis[1][i] = ours.millis();
                    megabytes[0][i] = empty.megabytes();
                    megabytes[1][i] = ours.megabytes();
                }
            }
        }
        print(
                "start until ready: %.0f ms, the framework empty %.0f ms, %.2f x; memory then %.0f MB, empty %.0f MB, %.2f x",
                median(millis[1]),
                median(millis[0]),
                median(millis[1]) / median(millis[0]),
                median(megabytes[1]),
                median(megabytes[0]),
                median(megabytes[1]) / median(megabytes[0]));
    }

    private void requests(Path data) throws Exception {
        String[] settings = {"--plainsieve.accounts=false", "--plainsieve.data-folder=" + data};
        try (Child once = start("plainsieve.server.demo.Demo", "\"ready\":true", settings)) {
            table(once, 0);
        }
        try (Child child = start("plainsieve.server.demo.Demo", "\"ready\":true", settings)) {
            TimeUnit.SECONDS.sleep(Integer.getInteger("bench.pause", 0));
            double[] times = new double[1_200];
            for (int i = 0; i < times.length; i++) {
                times[i] = table(child, i);
            }
            double steady = median(Arrays.copyOfRange(times, 1_000, times.length));
            print(
                    "start, a table's request: steady %.1f ms; the first %.1f x, the tenth %.1f x, the hundredth %.2f x",
                    steady,
                    times[0] / steady,
                    median(Arrays.copyOfRange(times, 7, 12)) / steady,
                    median(Arrays.copyOfRange(times, 90, 110)) / steady);
            print("start, after %,d requests of %d at once: %.0f MB", askHard(child), PEOPLE, child.megabytes());
        }
    }

    private double table(Child child, int turn) throws Exception {
        String body = "{\"choices\":{\"port\":{\"kind\":\"values\",\"values\":[\"%s\"]}}}"
                .formatted(PORTS[turn % PORTS.length]);
        long begun = System.nanoTime();
        client.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + child.port() + TABLE))
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        return (System.nanoTime() - begun) / NANOS_PER_MILLI;
    }

    /** Rows of the table, and now and then all of them as a workbook, by many at once. */
    private long askHard(Child child) throws InterruptedException {
        Duration minutes = Duration.ofMinutes(Integer.getInteger("bench.minutes", 3));
        long until = System.nanoTime() + minutes.toNanos();
        AtomicLong asked = new AtomicLong();
        ExecutorService people = Executors.newFixedThreadPool(PEOPLE);
        for (int person = 0; person < PEOPLE; person++) {
            int offset = person;
            people.submit(() -> {
                for (int turn = offset; System.nanoTime() < until; turn++) {
                    if (turn % 500 == 0) {
                        download(child, "hard-" + turn);
                    } else {
                        table(child, turn);
                    }
                    asked.incrementAndGet();
                }
                return null;
            });
        }
        people.shutdown();
        people.awaitTermination(minutes.toMinutes() + 5, TimeUnit.MINUTES);
        return asked.get();
    }

    private void download(Child child, String runId) throws Exception {
        String server = "http://127.0.0.1:" + child.port();
        client.send(
                HttpRequest.newBuilder(URI.create(server + TABLE.replace("/run", "/downloads")))
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(
                                "{\"runId\":\"%s\",\"format\":\"xlsx\",\"choices\":{}}".formatted(runId)))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
        client.send(
                        HttpRequest.newBuilder(URI.create(server + "/api/v1/projects/home/downloads/" + runId))
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream())
                .body()
                .transferTo(OutputStream.nullOutputStream());
    }

    private static void print(String form, Object... values) {
        System.out.printf(Locale.ROOT, form + "%n", values);
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
