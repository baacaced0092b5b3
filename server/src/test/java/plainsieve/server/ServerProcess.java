package plainsieve.server;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import plainsieve.demo.FreePort;

/** A server in its own process, which can be killed; without accounts. */
record ServerProcess(Process process, int port) implements AutoCloseable {
    /** A server that responds. */
    static ServerProcess answering(Path folder, String... settings) throws IOException, InterruptedException {
        Path log = folder.resolve("log");
        int port = FreePort.find();
        ServerProcess server = begun(folder, port, log, settings);
        for (int i = 0; i < 1_200; i++) {
            try {
                server.api().get("/api/v1/reports");
                return server;
            } catch (IllegalStateException e) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
        }
        throw new AssertionError(Files.readString(log));
    }

    /** A server that may fail to start. @param log receives its output */
    static ServerProcess begun(Path folder, int port, Path log, String... settings) throws IOException {
        List<String> command = command(port, folder);
        command.add("--plainsieve.accounts=false");
        command.addAll(List.of(settings));
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        return new ServerProcess(process, port);
    }

    /** The command line of a server. Like tests, it runs too briefly for the second compiler tier. */
    static List<String> command(int port, Path folder) {
        return new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Dspring.aot.enabled=" + Boolean.getBoolean("spring.aot.enabled"),
                "-cp",
                System.getProperty("java.class.path"),
                "plainsieve.server.PlainSieve",
                "--server.port=" + port,
                "--plainsieve.data-folder=" + folder));
    }

    String address() {
        return "http://127.0.0.1:" + port;
    }

    Api api() {
        return new Api(address());
    }

    /** Kills it at once (kill -9). */
    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** Stops it gracefully (SIGTERM). */
    @Override
    public void close() {
        process.destroy();
        process.onExit().join();
    }
}
