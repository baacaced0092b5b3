package plainsieve.sources;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** A proxy to a local database that can hang, like a stopped process, or be cut. */
final class Wire implements AutoCloseable {
    private final ServerSocket here;
    private final int there;
    private final List<Socket> ends = new CopyOnWriteArrayList<>();
    private boolean hanging;

    Wire(int there) throws IOException {
        this.here = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        this.there = there;
        daemon(this::accept);
    }

    int port() {
        return here.getLocalPort();
    }

    /** Accepts connections from now on without forwarding anything. */
    synchronized void hang() {
        hanging = true;
    }

    synchronized void goOn() {
        hanging = false;
        notifyAll();
    }

    private synchronized void awaitGoing() throws InterruptedException {
        while (hanging) {
            wait();
        }
    }

    /** Breaks all connections. */
    void cut() throws IOException {
        for (Socket end : ends) {
            end.close();
        }
        ends.clear();
    }

    private static void daemon(Runnable work) {
        Thread thread = new Thread(work, "wire");
        thread.setDaemon(true);
        thread.start();
    }

    private void accept() {
        try {
            while (!here.isClosed()) {
                Socket client = here.accept();
                Socket server = new Socket(InetAddress.getLoopbackAddress(), there);
                ends.addAll(List.of(client, server));
                daemon(() -> carry(client, server));
                daemon(() -> carry(server, client));
            }
        } catch (IOException e) {
            if (!here.isClosed()) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private void carry(Socket from, Socket to) {
        byte[] some = new byte[8192];
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            for (int count = in.read(some); count >= 0; count = in.read(some)) {
                awaitGoing();
                out.write(some, 0, count);
            }
        } catch (IOException e) {
            // Cut, or closed by the other side.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() throws IOException {
        goOn();
        here.close();
        cut();
    }
}
