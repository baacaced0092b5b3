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
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.server.records.RecordsFailure;
import plainsieve.server.records.SentBatches;
import plainsieve.server.records.SentRecords;

/** Writes into Sent in order, in groups: whatever came while the last group was written is the next one. */
@Component
class SentWriter {
    private static final Logger LOG = LoggerFactory.getLogger(SentWriter.class);
    private static final int MOST_AT_ONCE = 500;
    private static final int MOST_WAITING = 50_000;
    private static final long LONGEST_WAIT_MILLIS = 2_000;
    private static final long CLOSING_MILLIS = 8_000;

    private final SentBatches batches;
    private final BlockingQueue<Change> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
    private final Thread thread = new Thread(this::work, "sent-log");
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
        try {
            later(how).get(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException | TimeoutException e) {
            LOG.warn("Sent is behind: its records are busy");
        }
    }

    private void work() {
        List<Change> group = new ArrayList<>();
        try {
            while (!closing || !waiting.isEmpty()) {
                Change next = waiting.poll(100, TimeUnit.MILLISECONDS);
                if (next != null) {
                    group.add(next);
                    waiting.drainTo(group, MOST_AT_ONCE);
                    write(group);
                    group.clear();
                }
            }
        } catch (InterruptedException e) {
            LOG.warn("Sent was not written to its end");
        }
    }

    private void write(List<Change> group) {
        boolean busy = true;
        while (busy) {
            try {
                batches.write(group.stream().map(Change::how).toList());
                busy = false;
            } catch (RuntimeException e) {
                busy = !closing
                        && RecordsFailure.of(e)
                                .filter(failure -> failure.kind() == RecordsFailure.Kind.BUSY)
                                .isPresent();
                if (!busy) {
                    writeAlone(group, e);
                }
            }
        }
        group.forEach(change -> change.written().complete(null));
    }

    /* One that cannot be written must not take the others along. */
    private void writeAlone(List<Change> group, RuntimeException failure) {
        if (group.size() == 1) {
            // A full disk must not keep anyone from reading; what could not be written down is in the server's log.
            LOG.error("A statement could not be written into Sent", failure);
        } else {
            group.forEach(change -> write(List.of(change)));
        }
    }

    @PreDestroy
    void close() throws InterruptedException {
        closing = true;
        thread.join(CLOSING_MILLIS);
        thread.interrupt();
    }
}
