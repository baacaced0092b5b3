package plainsieve.sources;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.lang.ProcessBuilder.Redirect;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import plainsieve.demo.LocalTrino;

/**
 * One cluster of Trino for all test processes of a run: to start it costs more than most of what is asked of it. Who needs it
 * first starts it and leaves its port in the folder of tests; it ends when the last of them has.
 */
final class SharedCluster {
    private static final Path FOLDER = Path.of(System.getProperty("java.io.tmpdir"), "plainsieve-cluster");

    private static int port;
    private static RandomAccessFile held;

    private SharedCluster() {}

    static synchronized int port() throws IOException {
        if (port == 0) {
            Files.createDirectories(FOLDER);
            Path starting = FOLDER.resolve("starting");
            try (FileChannel one = FileChannel.open(starting, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
                // Until it is closed.
                one.lock();
                port = running();
            }
        }
        return port;
    }

    private static int running() throws IOException {
        Path left = FOLDER.resolve("port");
        Path input = FOLDER.resolve("input");
        if (Files.exists(left)) {
            // Held first: it does not end any more when another process does.
            holdOpen(input);
            int theirs = Integer.parseInt(Files.readString(left));
            if (answers(theirs)) {
                return theirs;
            }
        }
        Files.deleteIfExists(input);
        makePipe(input);
        holdOpen(input);
        int ours = LocalTrino.startUntilEndOf(Redirect.from(input.toFile())).port();
        Files.writeString(left, String.valueOf(ours));
        return ours;
    }

    private static boolean answers(int port) {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return socket.isConnected();
        } catch (IOException gone) {
            return false;
        }
    }

    private static void makePipe(Path pipe) throws IOException {
        try {
            if (new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor() != 0) {
                throw new IOException("No named pipe could be made at " + pipe);
            }
        } catch (InterruptedException e) {
            throw new IOException("Stopped while a named pipe was made", e);
        }
    }

    /** For as long as this process lives. To open it for reading, too, waits for nobody. */
    private static void holdOpen(Path pipe) throws IOException {
        held = new RandomAccessFile(pipe.toFile(), "rw");
    }
}
