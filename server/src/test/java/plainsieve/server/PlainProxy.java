package plainsieve.server;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/** Forwards each connection to the next of several servers, skipping those that refuse it. */
final class PlainProxy implements AutoCloseable {
    private final ServerSocket socket;
    private final List<Integer> ports;
    private final AtomicInteger next = new AtomicInteger();
    private final ExecutorService connections = Executors.newCachedThreadPool();

    /** @param port 0 for any free port */
    PlainProxy(int port, List<Integer> ports) throws IOException {
        this.socket = new ServerSocket(port, 500, InetAddress.getLoopbackAddress());
        this.ports = List.copyOf(ports);
        connections.execute(this::accept);
    }

    String address() {
        return "http://127.0.0.1:" + socket.getLocalPort();
    }

    private void accept() {
        try {
            while (true) {
                Socket browser = socket.accept();
                connections.execute(() -> serve(browser));
            }
        } catch (IOException closed) {
            connections.shutdownNow();
        }
    }

    private void serve(Socket browser) {
        try (browser;
                Socket server = connected()) {
            connections.execute(() -> copy(server, browser));
            copy(browser, server);
        } catch (IOException gone) {
            // Interrupted clients repeat their request.
        }
    }

    private Socket connected() throws IOException {
        IOException last = new IOException("no server");
        int first = next.getAndIncrement();
        for (int i = 0; i < ports.size(); i++) {
            try {
                return new Socket(InetAddress.getLoopbackAddress(), ports.get((first + i) % ports.size()));
            } catch (IOException away) {
                last = away;
            }
        }
        throw last;
    }

    /** Until either side closes. */
    private static void copy(Socket from, Socket to) {
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            in.transferTo(out);
        } catch (IOException gone) {
            // Both are closed then.
        }
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
