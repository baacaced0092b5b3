package plainsieve.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * A MariaDB server on loopback, from the machine's package, for tests and measurements. It ends with this
 * process at the latest, and its folder (at least 125 MB) is removed.
 */
public final class LocalMariaDb implements AutoCloseable {
    private static final int TRIES = 300;
    private static final long PAUSE_MILLIS = 100;
    private static final long SECONDS_TO_END = 10;

    private final Path folder;
    private final Process server;
    private final int port;

    private LocalMariaDb(Path folder, Process server, int port) {
        this.folder = folder;
        this.server = server;
        this.port = port;
    }

    /** Starts an empty server, with a database {@code ferries} and the user root without a password. */
    public static LocalMariaDb start() throws IOException, SQLException, InterruptedException {
        Path folder = Files.createTempDirectory("mariadb");
        boolean root = "root".equals(System.getProperty("user.name"));
        if (root) {
            // The server drops root privileges and must still access its folder.
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxrwxrwx"));
        }
        List<String> user = root ? List.of("--user=mysql") : List.of();
        run(folder, "mariadb-install-db", user, "--auth-root-authentication-method=normal", "--skip-test-db");
        int port = FreePort.find();
        Process server = launch(
                folder,
                "mariadbd",
                user,
                "--port=" + port,
                "--bind-address=127.0.0.1",
                "--socket=" + folder.resolve("m.sock"),
                "--pid-file=" + folder.resolve("m.pid"),
                "--innodb-buffer-pool-size=512M",
                "--innodb-flush-log-at-trx-commit=0");
        LocalMariaDb started = new LocalMariaDb(folder, server, port);
        Runtime.getRuntime().addShutdownHook(new Thread(started::close));
        started.awaitReady();
        return started;
    }

    private static void run(Path folder, String program, List<String> user, String... arguments)
            throws IOException, InterruptedException {
        if (launch(folder, program, user, arguments).waitFor() != 0) {
            throw new IOException(program + " failed: " + Files.readString(folder.resolve(program + ".log")));
        }
    }

    private static Process launch(Path folder, String program, List<String> user, String... arguments)
            throws IOException {
        List<String> command =
                new ArrayList<>(List.of(program, "--no-defaults", "--datadir=" + folder.resolve("data")));
        command.addAll(user);
        command.addAll(List.of(arguments));
        ProcessBuilder process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve(program + ".log").toFile());
        // Two that are set up at once would call their passing tables alike.
        process.environment().put("TMPDIR", folder.toString());
        return process.start();
    }

    private void awaitReady() throws SQLException, InterruptedException {
        for (int i = 1; ; i++) {
            try (Connection connection = DriverManager.getConnection(url(""), "root", "")) {
                connection.createStatement().execute("create database ferries character set utf8mb4");
                return;
            } catch (SQLException e) {
                if (i == TRIES || !server.isAlive()) {
                    throw e;
                }
                TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
            }
        }
    }

    public int port() {
        return port;
    }

    /** A connection that may write, to the database {@code ferries}. */
    public Connection connect() throws SQLException {
        return DriverManager.getConnection(url("ferries"), "root", "");
    }

    private String url(String database) {
        return "jdbc:mariadb://127.0.0.1:" + port + "/" + database + "?useBulkStmts=true&rewriteBatchedStatements=true";
    }

    @Override
    public synchronized void close() {
        server.destroy();
        try {
            if (!server.waitFor(SECONDS_TO_END, TimeUnit.SECONDS)) {
                server.destroyForcibly().waitFor();
            }
        } catch (InterruptedException e) {
            server.destroyForcibly();
            Thread.currentThread().interrupt();
        }
        remove();
    }

    private void remove() {
        try (Stream<Path> files = Files.exists(folder) ? Files.walk(folder) : Stream.empty()) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The folder of a server that has ended stays behind", e);
        }
    }
}
