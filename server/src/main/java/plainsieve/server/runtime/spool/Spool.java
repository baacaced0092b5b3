package plainsieve.server.runtime.spool;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.Optional;

/**
 * A buffer between a producer and a slower reader, in memory and on disk. A slow reader therefore holds no database connection.
 */
public final class Spool implements AutoCloseable {
    private static final int MOST_IN_MEMORY = 1 << 19;
    private static final int AT_ONCE = 1 << 16;

    private final Path folder;
    private final long most;
    private final Deque<ByteBuffer> inMemory = new ArrayDeque<>();
    private int bytesInMemory;
    private Optional<FileChannel> file = Optional.empty();
    private long written;
    private long read;
    private boolean ended;
    private boolean left;

    /**
     * @param folder for data that exceeds memory
     * @param most maximum number of bytes on disk
     */
    public Spool(Path folder, long most) {
        this.folder = folder;
        this.most = most;
    }

    /** The writing end. Never blocks on the reader; throws {@link IOException} if the reader has disconnected or the limit is exceeded. */
    public OutputStream input() {
        return new OutputStream() {
            @Override
            public void write(int single) throws IOException {
                write(new byte[] {(byte) single}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int from, int length) throws IOException {
                put(ByteBuffer.wrap(Arrays.copyOfRange(bytes, from, from + length)), length);
            }
        };
    }

    /** Some more, which is not changed any more. Throws as {@link #input}. */
    public void write(ByteBuffer some) throws IOException {
        put(some, some.remaining());
    }

    private synchronized void put(ByteBuffer bytes, int length) throws IOException {
        if (left) {
            throw new IOException("The reader disconnected");
        }
        // Ignored after the end: a progress line that is still on its way would follow the last line.
        if (length == 0 || ended) {
            return;
        }
        if (read == written && bytesInMemory + length <= MOST_IN_MEMORY) {
            inMemory.add(bytes);
            bytesInMemory += length;
        } else {
            spill(bytes, length);
        }
        notifyAll();
    }

    private void spill(ByteBuffer bytes, int length) throws IOException {
        if (file.isEmpty()) {
            Path path = Files.createTempFile(folder, "spool", "");
            file = Optional.of(FileChannel.open(path, StandardOpenOption.READ, StandardOpenOption.WRITE));
            // It has no name from the beginning, so that nothing is left of it however this process ends.
            Files.delete(path);
        }
        if (written - read + length > most) {
            throw new IOException("The reader is too slow: %d MB are pending".formatted(most >> 20));
        }
        while (bytes.hasRemaining()) {
            written += file.get().write(bytes, written);
        }
    }

    /** Ends the stream. */
    public synchronized void end() {
        ended = true;
        notifyAll();
    }

    /** Waits for data or the end. Returns whether either arrived in time. */
    public synchronized boolean await(Duration longest) throws InterruptedException {
        long until = System.nanoTime() + longest.toNanos();
        while (!ended && isEmpty()) {
            long millis = (until - System.nanoTime()) / 1_000_000;
            if (millis <= 0) {
                return false;
            }
            wait(millis);
        }
        return true;
    }

    /** Waits like {@link #await}; whether everything was read and the stream has ended. */
    public synchronized boolean isOver(Duration longest) throws InterruptedException {
        return await(longest) && isEmpty();
    }

    private boolean isEmpty() {
        return inMemory.isEmpty() && read == written;
    }

    public synchronized boolean hasBytes() {
        return !isEmpty();
    }

    /** Writes the available data. Throws {@link IOException} if the reader has disconnected. */
    public void writeTo(OutputStream out) throws IOException {
        for (ByteBuffer some = next(); some.hasRemaining(); some = next()) {
            out.write(some.array(), some.arrayOffset() + some.position(), some.remaining());
        }
        out.flush();
    }

    private synchronized ByteBuffer next() throws IOException {
        if (!inMemory.isEmpty()) {
            ByteBuffer first = inMemory.poll();
            bytesInMemory -= first.remaining();
            return first;
        }
        ByteBuffer some = ByteBuffer.allocate((int) Math.min(AT_ONCE, written - read));
        while (some.hasRemaining()) {
            read += file.orElseThrow().read(some, read);
        }
        if (read == written && file.isPresent()) {
            file.get().truncate(0);
            read = 0;
            written = 0;
        }
        return some.flip();
    }

    /** The reader has disconnected, or has everything. */
    @Override
    public synchronized void close() throws IOException {
        left = true;
        inMemory.clear();
        if (file.isPresent()) {
            file.get().close();
            file = Optional.empty();
        }
        read = written;
    }
}
