package plainsieve.server.runs;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.Bound;
import plainsieve.core.rewrite.BoundValue;
import plainsieve.core.rewrite.Statement;
import plainsieve.server.project.Json;
import plainsieve.server.records.SentRecords;
import plainsieve.server.records.SentRow;
import plainsieve.sources.Answer;

/**
 * Writes down every statement that is sent, and how it went. Writing happens beside the run, in order, so that no row waits
 * for the log; whoever reads the log first waits until it is up to date.
 */
@Service
public class SentLog {
    private static final Logger LOG = LoggerFactory.getLogger(SentLog.class);
    private static final long CLOSING_SECONDS = 5;
    private static final int KEEP = 20_000;
    private static final int PRUNE_EVERY = 500;

    private final SentRecords records;
    private final Json json;
    private final Clock clock;
    private final AtomicLong lastId;
    private final ExecutorService writer = Executors.newSingleThreadExecutor(task -> new Thread(task, "sent-log"));

    SentLog(SentRecords records, Json json, Clock clock) {
        this.records = records;
        this.json = json;
        this.clock = clock;
        records.closeRunning();
        this.lastId = new AtomicLong(records.lastId());
    }

    /** The newest statements before a number, newest first; empty filters let everything through. */
    public List<SentRow> latest(long before, String reportId, String queryId, String outcome, int limit) {
        settle();
        return records.latest(before, reportId, queryId, outcome, limit);
    }

    public Optional<SentRow> find(long id) {
        settle();
        return records.find(id);
    }

    private void settle() {
        CompletableFuture.runAsync(() -> {}, writer).join();
    }

    private void write(Runnable change) {
        writer.execute(() -> {
            try {
                change.run();
            } catch (RuntimeException e) {
                // A full disk must not keep anyone from reading; what could not be written down is in the server's log.
                LOG.error("A statement could not be written into Sent", e);
            }
        });
    }

    @PreDestroy
    void close() throws InterruptedException {
        writer.shutdown();
        if (!writer.awaitTermination(CLOSING_SECONDS, TimeUnit.SECONDS)) {
            LOG.warn("Sent was not written to its end");
        }
    }

    /** A bound value as Sent shows it: many values stand together under one placeholder. */
    public record SentValue(String parameter, int offset, String type, List<String> values) {}

    /**
     * Writes down that a statement is sent.
     *
     * @param queryId the query it was made from; empty when there is none
     */
    SentRow begin(String runId, String sourceId, String queryId, RunOrder.Purpose purpose, Statement statement) {
        long id = lastId.incrementAndGet();
        SentRow row = new SentRow(
                id,
                runId,
                clock.instant(),
                sourceId,
                queryId,
                purpose.reportId(),
                purpose.viewId(),
                purpose.cause(),
                statement.text(),
                json.write(values(statement)),
                "running",
                "",
                0,
                0,
                0,
                0);
        write(() -> {
            records.add(row);
            if (id % PRUNE_EVERY == 0) {
                records.prune(KEEP);
            }
        });
        return row;
    }

    void done(SentRow row, Answer answer) {
        write(() -> records.finish(finished(row, "done", "", answer)));
    }

    void failed(SentRow row, String outcome, String problem, double millis) {
        write(() -> records.finish(finished(row, outcome, problem, new Answer(0, 0, millis, millis))));
    }

    /** The values of a statement as Sent shows them. */
    public static List<SentValue> values(Statement statement) {
        return statement.values().stream().map(SentLog::value).toList();
    }

    private static SentValue value(BoundValue value) {
        Bound bound = value.bound();
        if (bound instanceof Bound.Single single) {
            return new SentValue(
                    value.parameter(),
                    value.offset(),
                    single.value().type().word(),
                    List.of(single.value().written()));
        }
        if (bound instanceof Bound.Array array) {
            List<String> written = array.values().stream().map(v -> v.written()).toList();
            return new SentValue(value.parameter(), value.offset(), array.type().word() + "[]", written);
        }
        if (bound instanceof Bound.JsonArray json) {
            return new SentValue(value.parameter(), value.offset(), "json", List.of(json.text()));
        }
        if (bound instanceof Bound.RowCount count) {
            return new SentValue(value.parameter(), value.offset(), "integer", List.of(Long.toString(count.rows())));
        }
        return new SentValue(
                value.parameter(),
                value.offset(),
                ((Bound.Nothing) bound).type().word(),
                List.of());
    }

    private static SentRow finished(SentRow row, String outcome, String problem, Answer answer) {
        return new SentRow(
                row.id(),
                row.runId(),
                row.sentAt(),
                row.sourceId(),
                row.queryId(),
                row.reportId(),
                row.viewId(),
                row.cause(),
                row.text(),
                row.boundValues(),
                outcome,
                problem,
                answer.fetched(),
                answer.shown(),
                answer.databaseMillis(),
                answer.totalMillis());
    }
}
