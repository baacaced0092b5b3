package plainsieve.demo;

import java.io.IOException;
import java.net.ServerSocket;
import java.util.concurrent.ThreadLocalRandom;

/**
 * Finds a TCP port for a server that is about to start. The port is below the range from which
 * operating systems assign ports to outgoing connections (Linux: from 32768), since a connection
 * could otherwise take it between this check and the start of the server.
 */
public final class FreePort {
    private static final int FIRST = 15_000;
    private static final int END = 32_000;
    private static final int ATTEMPTS = 100;

    private FreePort() {}

    /** @throws IllegalStateException if 100 random ports of the range are all in use */
    public static int find() {
        for (int i = 0; i < ATTEMPTS; i++) {
            int port = ThreadLocalRandom.current().nextInt(FIRST, END);
            if (isFree(port)) {
                return port;
            }
        }
        throw new IllegalStateException("No free TCP port found between %d and %d.".formatted(FIRST, END));
    }

    private static boolean isFree(int port) {
        try (ServerSocket socket = new ServerSocket(port)) {
            return socket.isBound();
        } catch (IOException e) {
            return false;
        }
    }
}
