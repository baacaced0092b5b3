package plainsieve.server.sent;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;
import plainsieve.server.Settings;
import plainsieve.server.project.Json;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.records.SentRecords;
import plainsieve.server.records.SentRow;
import plainsieve.server.records.SentWanted;
import plainsieve.sources.Answer;

/**
 * Writes down every statement that is sent, and how it went. Writing happens beside the run, in order, so that no row waits
 * for the log; whoever reads the log first waits until it is up to date.
 */
@Service
public class SentLog {
    private static final Logger LOG = LoggerFactory.getLogger(SentLog.class);
    private static final long CLOSING_SECONDS = 5;
    private static final int PRUNE_EVERY = 500;
    private static final int PRUNED_AT_ONCE = 500;
    private static final long MOST_REMEMBERED_VALUES = 200_000;

    private final SentRecords records;
    private final Json json;
    private final Clock clock;
    private final Parameters parameters;
    private final Settings settings;
    private final AtomicLong lastId;

    /** The newest statements as they were sent, so that the database can be asked for their plans. */
    private final Cache<Long, Statement> recent = Caffeine.newBuilder()
            .maximumWeight(MOST_REMEMBERED_VALUES)
            .weigher((Long id, Statement statement) -> SentValues.count(statement))
            .build();

    private final ExecutorService writer = Executors.newSingleThreadExecutor(task -> new Thread(task, "sent-log"));

    SentLog(SentRecords records, Json json, Clock clock, Parameters parameters, Settings settings) {
        this.parameters = parameters;
        this.settings = settings;
        this.records = records;
        this.json = json;
        this.clock = clock;
        records.closeRunning();
        this.lastId = new AtomicLong(records.lastId());
    }

    /** Statements before a number, as they are wanted. */
    public List<SentRow> latest(long before, SentWanted wanted, int limit) {
        settle();
        return records.latest(before, wanted, limit);
    }

    /** The statement as it was sent, with its values; nothing when it was sent long ago or before the last start. */
    public Optional<Statement> recent(long id) {
        return Optional.ofNullable(recent.getIfPresent(id));
    }

    /** The values of a statement as they are kept. */
    public List<SentValue> values(SentRow row) {
        return Arrays.asList(json.read(row.boundValues(), SentValue[].class));
    }

    /** What was sent, to be sent once more; nothing when private values were, and the statement is not remembered. */
    public Optional<Statement> again(SentRow row) {
        Optional<Statement> remembered = recent(row.id());
        List<SentValue> values = values(row);
        if (remembered.isPresent()
                || values.stream().anyMatch(value -> value.type().equals(SentValues.PRIVATE))) {
            return remembered;
        }
        List<BoundValue> bound = values.stream()
                .map(value -> new BoundValue(value.parameter(), value.offset(), SentValues.bound(value)))
                .toList();
        return Optional.of(new Statement(row.text(), bound, List.of(), Statement.NO_CAP));
    }

    public void keepEvidence(long id, String evidence) {
        write(() -> records.keepEvidence(id, evidence));
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
    public SentRow begin(String runId, String sourceId, String queryId, Purpose purpose, Statement statement) {
        long id = lastId.incrementAndGet();
        recent.put(id, statement);
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
                json.write(stored(statement)),
                "running",
                "",
                0,
                0,
                0,
                0,
                "");
        write(() -> {
            records.add(row);
            if (id % PRUNE_EVERY == 0) {
                prune();
            }
        });
        return row;
    }

    /* In small pieces, each its own write: whoever else writes in between does not wait for all of it. */
    private void prune() {
        Instant before = clock.instant().minus(settings.sentKept());
        int pruned = records.prune(settings.sentMost(), before, PRUNED_AT_ONCE);
        if (pruned == PRUNED_AT_ONCE) {
            write(this::prune);
        }
    }

    private List<SentValue> stored(Statement statement) {
        Set<String> hidden = privateIn(statement);
        return values(statement).stream()
                .map(value -> hidden.contains(value.parameter())
                        ? new SentValue(value.parameter(), value.offset(), SentValues.PRIVATE, List.of())
                        : value)
                .toList();
    }

    /** The private parameters that have values in a statement. */
    public Set<String> privateIn(Statement statement) {
        Map<String, ParameterDefinition> all = parameters.all();
        return statement.values().stream()
                .map(BoundValue::parameter)
                .filter(name -> all.containsKey(name) && all.get(name).unlogged())
                .collect(Collectors.toSet());
    }

    public void done(SentRow row, Answer answer) {
        write(() -> records.finish(finished(row, "done", "", answer)));
    }

    /** @param statement what the database complained of, whose private values it may quote */
    public void failed(SentRow row, Statement statement, String outcome, String problem, double millis) {
        String told = withoutPrivate(statement, problem);
        write(() -> records.finish(finished(row, outcome, told, new Answer(0, 0, millis, millis))));
    }

    /** A message of a database about a statement, without the private values that it quotes. */
    public String withoutPrivate(Statement statement, String message) {
        String text = message == null ? "" : message;
        Set<String> names = privateIn(statement);
        for (SentValue value : names.isEmpty() ? List.<SentValue>of() : values(statement)) {
            for (String written : names.contains(value.parameter()) ? value.values() : List.<String>of()) {
                text = written.isEmpty() ? text : text.replace(written, "•••");
            }
        }
        return text;
    }

    /** The values of a statement as Sent shows them. */
    public static List<SentValue> values(Statement statement) {
        return statement.values().stream()
                .map(value -> SentValues.of(value.parameter(), value.offset(), value.bound()))
                .toList();
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
                answer.totalMillis(),
                row.evidence());
    }
}
