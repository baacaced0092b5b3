package plainsieve.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * A cluster of Trino on loopback, a coordinator and its workers in their own process, for tests and measurements. Its
 * program is the module {@code cluster}, which has to be built.
 */
public final class LocalTrino implements AutoCloseable {
    private static final String READY = "ready on ";

    /** Each statement is planned for the first time and runs once: the less is done for speed, the faster all are done. */
    private static final List<String> IN_A_HURRY = List.of(
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Dplainsieve.broken-catalog=true",
            "-Dplainsieve.workers=1");

    /** Planned by rules alone. Of few rows, the nodes that share them cost more than the rows. */
    private static final List<String> FOR_FEW_ROWS = List.of(
            "enable-stats-calculator=false",
            "optimizer.join-reordering-strategy=NONE",
            "query.min-hash-partition-count=1",
            "query.max-hash-partition-count=1");

    private final Process cluster;
    private final int port;

    private LocalTrino(Process cluster, int port) {
        this.cluster = cluster;
        this.port = port;
    }

    /** Starts a cluster of two nodes with a catalog {@code tpch} and a writable catalog {@code memory}. */
    public static LocalTrino start() throws IOException {
        return start("-Xmx3g", IN_A_HURRY, FOR_FEW_ROWS);
    }

    /** Of three nodes, as a cluster in use is: compiled for speed, plans by its statistics, with memory for scale 10. */
    public static LocalTrino startForLongWork() throws IOException {
        return start("-Xmx14g", List.of(), List.of());
    }

    private static LocalTrino start(String memory, List<String> machine, List<String> settings) throws IOException {
        Path built = Path.of(System.getProperty("plainsieve.cluster", "../cluster/target"));
        String libraries = Files.readString(built.resolve("libraries")).strip();
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(machine);
        command.addAll(List.of(memory, "-Djdk.attach.allowAttachSelf=true", "-Dplainsieve.attended=true", "-cp"));
        command.add(built.resolve("classes") + ":" + libraries);
        command.addAll(List.of("plainsieve.cluster.LocalCluster", "0"));
        command.addAll(settings);
        Process cluster = new ProcessBuilder(command).redirectErrorStream(true).start();
        Runtime.getRuntime().addShutdownHook(new Thread(cluster::destroy));
        return new LocalTrino(cluster, awaitReady(cluster));
    }

    /** Its output is read to the end: a full pipe would block it. */
    private static int awaitReady(Process cluster) throws IOException {
        BufferedReader lines =
                new BufferedReader(new InputStreamReader(cluster.getInputStream(), StandardCharsets.UTF_8));
        String line = lines.readLine();
        while (line != null && !line.contains(READY)) {
            line = lines.readLine();
        }
        if (line == null) {
            throw new IOException("The cluster of Trino ended before it was ready.");
        }
        Thread reading = new Thread(() -> lines.lines().forEach(said -> {}), "cluster");
        reading.setDaemon(true);
        reading.start();
        return Integer.parseInt(
                line.substring(line.indexOf(READY) + READY.length()).strip());
    }

    public int port() {
        return port;
    }

    /** The address of a schema, or of a catalog, for the driver. */
    public String url(String path) {
        return "jdbc:trino://127.0.0.1:" + port + "/" + path + "?user=tests&explicitPrepare=false";
    }

    @Override
    public void close() {
        cluster.destroy();
    }
}
