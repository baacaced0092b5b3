package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import plainsieve.sources.Column;

/**
 * Writes rows to a file in a background thread while the next ones are read. The reader waits when the writer is two thousand rows
 * behind.
 */
final class BackgroundRowWriter {
    private static final int AT_ONCE = 256;
    private static final int WAITING = 8;
    private static final List<Object[]> END = List.of();

    private final BlockingQueue<List<Object[]>> waiting = new ArrayBlockingQueue<>(WAITING);
    private final CompletableFuture<Void> writing;
    private List<Object[]> next = new ArrayList<>(AT_ONCE);
    private volatile boolean left;
    /** Set after the last row; read by the writer only. */
    private boolean over;

    private volatile Optional<RuntimeException> failure = Optional.empty();

    /** Opens a file to write to. */
    interface Opening {
        RowWriter open() throws IOException;
    }

    /** @param beside runs the writer until it ends or is abandoned */
    BackgroundRowWriter(Opening file, List<Column> columns, Executor beside) {
        writing = CompletableFuture.runAsync(() -> write(file, columns), beside);
    }

    /** Takes a row. Throws why the file could not be written up to now. */
    void row(Object[] values) {
        next.add(values);
        if (next.size() == AT_ONCE) {
            handOver();
        }
    }

    /** Once it returns, the file is whole. Throws why it could not be written. */
    void end() {
        handOver();
        put(END);
        writing.join();
        refuseAfterFailure();
    }

    /** Discards rows that are not written yet; the file is incomplete then. When it returns, nothing is being written. */
    void abandon() {
        left = true;
        waiting.clear();
        waiting.add(END);
        writing.join();
    }

    private void handOver() {
        refuseAfterFailure();
        put(next);
        next = new ArrayList<>(AT_ONCE);
    }

    private void refuseAfterFailure() {
        if (failure.isPresent()) {
            throw failure.get();
        }
    }

    private void put(List<Object[]> rows) {
        try {
            waiting.put(rows);
        } catch (InterruptedException e) {
            throw interrupted(e);
        }
    }

    private static IllegalStateException interrupted(InterruptedException e) {
        Thread.currentThread().interrupt();
        return new IllegalStateException("The server ends.", e);
    }

    private void write(Opening file, List<Column> columns) {
        try {
            writeWhole(file, columns);
        } catch (IOException e) {
            failed(new UncheckedIOException(e.getMessage(), e));
        } catch (RuntimeException e) {
            failed(e);
        } catch (InterruptedException e) {
            failure = Optional.of(interrupted(e));
        } catch (Error e) {
            failed(new IllegalStateException("The server could not write the file.", e));
        }
    }

    private void writeWhole(Opening file, List<Column> columns) throws IOException, InterruptedException {
        RowWriter writer = file.open();
        try {
            writer.columns(columns);
            for (List<Object[]> rows = nextBatch(); !over; rows = nextBatch()) {
                for (Object[] row : rows) {
                    writer.row(row);
                }
            }
            if (!left) {
                writer.close();
            }
        } finally {
            writer.release();
        }
    }

    private List<Object[]> nextBatch() throws InterruptedException {
        List<Object[]> rows = waiting.take();
        over = rows == END;
        return rows;
    }

    /* Further rows are discarded, so that the reader does not block. */
    private void failed(RuntimeException why) {
        failure = Optional.of(why);
        try {
            while (!over) {
                nextBatch();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
