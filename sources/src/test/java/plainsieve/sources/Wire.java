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

/** A wire to a database on this machine that can hang, as when its processes stand still, or be cut. */
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

    /** From now on connections are taken, and nothing goes over any of them. */
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

    /** Breaks every connection there is. */
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
            // Cut, or the other end is gone.
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
