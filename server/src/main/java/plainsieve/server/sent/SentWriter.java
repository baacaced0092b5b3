package plainsieve.server.sent;

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
import plainsieve.server.records.SentBatches;
import plainsieve.server.records.SentRecords;

/**
 * Writes into Sent in order, in groups. Who has to wait for it writes all that waits themselves, unless another does already: so
 * nobody has to be woken for it. What nobody waits for goes with the next group, or soon.
 */
@Component
class SentWriter {
    private static final Logger LOG = LoggerFactory.getLogger(SentWriter.class);
    private static final int MOST_AT_ONCE = 500;
    private static final int MOST_WAITING = 50_000;
    private static final long LONGEST_WAIT_MILLIS = 2_000;
    private static final long TRIED_EVERY_MILLIS = 5;
    private static final long SOON_MILLIS = 100;
    private static final long CLOSING_MILLIS = 8_000;

    private final SentBatches batches;
    private final BlockingQueue<Change> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
    private final Thread thread = new Thread(this::work, "sent-log");
    private final ReentrantLock writing = new ReentrantLock();
    /** What is to be written next; whoever holds the lock has it. */
    private final List<Change> group = new ArrayList<>();

    private volatile boolean closing;

    private record Change(Consumer<SentRecords> how, CompletableFuture<Void> written) {}

    SentWriter(SentBatches batches) {
        this.batches = batches;
        thread.start();
    }

    /** Writes soon, beside whoever asks for it. */
    CompletableFuture<Void> later(Consumer<SentRecords> how) {
        Change change = new Change(how, new CompletableFuture<>());
        if (!waiting.offer(change)) {
            LOG.error("Sent has been out of reach for so long that a statement is not written down");
            change.written().complete(null);
        }
        return change.written();
    }

    /** Returns when it is written. Nobody waits long for a log that cannot be written now: it is written later then. */
    void now(Consumer<SentRecords> how) {
        CompletableFuture<Void> written = later(how);
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(LONGEST_WAIT_MILLIS);
        writeWaiting();
        while (!written.isDone() && System.nanoTime() < until && isAwaited(written)) {
            writeWaiting();
        }
        if (!written.isDone()) {
            LOG.warn("Sent is behind: its records are busy");
        }
    }

    /* Somebody else's change of the records is a matter of milliseconds. @return false when nobody waits any more */
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

    /* Who comes while another writes has put theirs in line before: that one looks once more when it is through. */
    private void writeWaiting() {
        boolean goesOn = true;
        while (goesOn && writing.tryLock()) {
            try {
                goesOn = writeOnce();
            } finally {
                writing.unlock();
            }
            goesOn &= !waiting.isEmpty();
        }
    }

    /** Whether what waited is written: not while the records are busy. */
    private boolean writeOnce() {
        if (group.isEmpty()) {
            waiting.drainTo(group, MOST_AT_ONCE);
        }
        boolean done = group.isEmpty() || write(group);
        if (done) {
            group.clear();
        }
        return done;
    }

    private void work() {
        while (!closing || !waiting.isEmpty()) {
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(SOON_MILLIS));
            if (Thread.interrupted()) {
                LOG.warn("Sent was not written to its end");
                return;
            }
            writeWaiting();
        }
        // What was taken from the line while the records were busy.
        writeWaiting();
    }

    private boolean write(List<Change> changes) {
        try {
            batches.write(changes.stream().map(Change::how).toList());
        } catch (RuntimeException e) {
            boolean busy = !closing
                    && RecordsFailure.of(e)
                            .filter(failure -> failure.kind() == RecordsFailure.Kind.BUSY)
                            .isPresent();
            if (busy) {
                return false;
            }
            writeAlone(changes, e);
        }
        changes.forEach(change -> change.written().complete(null));
        return true;
    }

    /* One that cannot be written must not take the others along. */
    private void writeAlone(List<Change> changes, RuntimeException failure) {
        if (changes.size() == 1) {
            // A full disk must not keep anyone from reading; what could not be written down is in the server's log.
            LOG.error("A statement could not be written into Sent", failure);
        } else {
            changes.forEach(change -> write(List.of(change)));
        }
    }

    @PreDestroy
    void close() throws InterruptedException {
        closing = true;
        LockSupport.unpark(thread);
        thread.join(CLOSING_MILLIS);
        thread.interrupt();
    }
}
