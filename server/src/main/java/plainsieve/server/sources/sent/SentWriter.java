package plainsieve.server.sources.sent;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.locks.LockSupport;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.server.records.RecordsFailure;
import plainsieve.server.records.sent.SentBatches;
import plainsieve.server.records.sent.SentRecords;
import plainsieve.server.runtime.execution.ServerExecutors;

/**
 * Writes to Sent in groups. A thread that has to wait writes all pending entries itself, unless another one does already: so no thread has to
 * be woken. Other entries are written soon, in small groups, so that no one waits long after them.
 */
@Component
class SentWriter {
    private static final Logger LOG = LoggerFactory.getLogger(SentWriter.class);
    private static final int MOST_AT_ONCE = 500;
    private static final int MOST_BESIDE_AT_ONCE = 50;
    private static final int MOST_WAITING = 50_000;
    private static final long LONGEST_WAIT_MILLIS = 2_000;
    private static final long TRIED_EVERY_MILLIS = 5;
    private static final long SOON_MILLIS = 100;
    private static final long CLOSING_MILLIS = 8_000;

    private final SentBatches batches;
    /** Entries that statements wait for before they are sent. */
    private final Line urgent = new Line(MOST_AT_ONCE);

    private final Line beside = new Line(MOST_BESIDE_AT_ONCE);
    private final List<Line> lines = List.of(urgent, beside);
    private final ReentrantLock writing = new ReentrantLock();
    private volatile boolean closing;

    private record PendingWrite(Consumer<SentRecords> how, CompletableFuture<Void> written) {}

    /** Pending entries, first in, first out. */
    private static final class Line {
        private final BlockingQueue<PendingWrite> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
        private final int mostAtOnce;
        /** The next batch, taken by the current writer. */
        private final List<PendingWrite> group = new ArrayList<>();

        Line(int mostAtOnce) {
            this.mostAtOnce = mostAtOnce;
        }

        CompletableFuture<Void> add(Consumer<SentRecords> how) {
            PendingWrite change = new PendingWrite(how, new CompletableFuture<>());
            if (!waiting.offer(change)) {
                LOG.error("Sent was unavailable for too long; a statement is not recorded");
                change.written().complete(null);
            }
            return change.written();
        }

        boolean waits() {
            return !waiting.isEmpty();
        }

        List<PendingWrite> next() {
            if (group.isEmpty()) {
                waiting.drainTo(group, mostAtOnce);
            }
            return group;
        }
    }

    SentWriter(SentBatches batches, ServerExecutors executors) {
        this.batches = batches;
        executors
                .scheduler()
                .scheduleWithFixedDelay(this::writeOrLater, SOON_MILLIS, SOON_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Writes soon, in the background. */
    void later(Consumer<SentRecords> how) {
        beside.add(how);
    }

    /** Returns when it is written. The wait is limited: if the log cannot be written now, it is written later. */
    void now(Consumer<SentRecords> how) {
        await(urgent.add(how), List.of(urgent));
    }

    /** Returns when it is written, after all that waited for it. */
    void afterAll(Consumer<SentRecords> how) {
        await(beside.add(how), lines);
    }

    private void await(CompletableFuture<Void> written, List<Line> lines) {
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(LONGEST_WAIT_MILLIS);
        writeWaiting(lines);
        while (!written.isDone() && System.nanoTime() < until && isAwaited(written)) {
            writeWaiting(lines);
        }
        if (!written.isDone()) {
            LOG.warn("Sent is lagging: the database is busy");
        }
    }

    /* A write lock is held for milliseconds only. @return false if no one waits any more */
    private static boolean isAwaited(CompletableFuture<Void> written) {
        try {
            written.get(TRIED_EVERY_MILLIS, TimeUnit.MILLISECONDS);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        } catch (ExecutionException | TimeoutException e) {
            return true;
        }
    }

    /* An entry queued during a write is picked up by the writer, which checks the queue again. */
    private void writeWaiting(List<Line> lines) {
        boolean goesOn = true;
        while (goesOn && writing.tryLock()) {
            try {
                goesOn = lines.stream().allMatch(this::writeOnce);
            } finally {
                writing.unlock();
            }
            goesOn &= lines.stream().anyMatch(Line::waits);
        }
    }

    /** Whether the queue was written; false while the database is busy, when entries stay queued. */
    private boolean writeOnce(Line line) {
        List<PendingWrite> group = line.next();
        return group.isEmpty() || write(group);
    }

    private void writeOrLater() {
        try {
            writeWaiting(lines);
        } catch (RuntimeException | Error e) {
            LOG.error("Sent could not be written; retrying", e);
        }
    }

    private boolean write(List<PendingWrite> group) {
        try {
            batches.write(group.stream().map(PendingWrite::how).toList());
            group.forEach(change -> change.written().complete(null));
            group.clear();
            return true;
        } catch (RuntimeException e) {
            return !isBusy(e) && writeEach(group);
        }
    }

    /* One failed write does not discard the others, and a locked database discards none. */
    private boolean writeEach(List<PendingWrite> group) {
        while (!group.isEmpty()) {
            PendingWrite change = group.get(0);
            try {
                batches.write(List.of(change.how()));
            } catch (RuntimeException e) {
                if (isBusy(e)) {
                    return false;
                }
                // A full disk must not block queries; the server's log has what could not be written.
                LOG.error("A statement could not be written into Sent", e);
            }
            change.written().complete(null);
            group.remove(0);
        }
        return true;
    }

    private boolean isBusy(RuntimeException e) {
        return !closing
                && RecordsFailure.of(e)
                        .filter(failure -> failure.kind() == RecordsFailure.Kind.BUSY)
                        .isPresent();
    }

    /** Writes what is left, when the executors have ended; the log is not waited for then. */
    @PreDestroy
    void close() {
        closing = true;
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(CLOSING_MILLIS);
        while (lines.stream().anyMatch(Line::waits) && System.nanoTime() < until) {
            writeOrLater();
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(TRIED_EVERY_MILLIS));
        }
        // Entries taken from the queue while the database was busy.
        writeOrLater();
    }
}
