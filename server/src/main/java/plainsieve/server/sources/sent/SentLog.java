package plainsieve.server.sources.sent;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Interner;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.SentFilter;
import plainsieve.server.records.sent.SentRecords;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.records.sent.StatementOutcome;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.RunSummary;

/**
 * Logs every statement before it is sent, and its outcome, without delaying rows. Reading the log first waits for pending entries.
 */
@Service
public class SentLog {
    private static final int PRUNE_EVERY = 500;
    private static final int PRUNED_AT_ONCE = 500;
    private static final long MOST_REMEMBERED_VALUES = 100_000;
    private static final int MOST_ALSO = 10_000;
    private static final Duration ALSO_FOR = Duration.ofHours(1);

    private final SentRecords records;
    private final SentWriter writer;
    private final StoredForms forms;
    private final Clock clock;
    private final Settings settings;
    private final long lastBefore;
    private final AtomicLong lastId;

    /* Both are maintained by writers: waking another thread costs more. */

    /** The latest statements as sent, for EXPLAIN. */
    private final Cache<Long, LoggedStatement> recent = Caffeine.newBuilder()
            .executor(Runnable::run)
            .maximumWeight(MOST_REMEMBERED_VALUES)
            .weigher((Long id, LoggedStatement sent) -> SentValues.count(sent.statement()))
            .build();

    /* Most statements differ from others by their values alone. */
    private final Interner<String> texts = Interner.newWeakInterner();
    private final Interner<List<Placement>> placements = Interner.newWeakInterner();

    /** The callers that share the result of another caller's statement. */
    private final Cache<Long, Set<String>> also = Caffeine.newBuilder()
            .executor(Runnable::run)
            .maximumSize(MOST_ALSO)
            .expireAfterWrite(ALSO_FOR)
            .build();

    /** A statement with the names of parameters whose values in it are private. */
    public record LoggedStatement(Statement statement, Set<String> hidden) {
        public boolean hides() {
            return !hidden.isEmpty();
        }

        /** A message of a database about the statement, without the private values that it quotes. */
        public String withoutPrivate(String message) {
            String text = message == null ? "" : message;
            for (SentValue value : hides() ? SentValues.of(statement) : List.<SentValue>of()) {
                for (String written : hidden.contains(value.parameter()) ? value.values() : List.<String>of()) {
                    text = written.isEmpty() ? text : text.replace(written, "•••");
                }
            }
            return text;
        }

        private List<SentValue> stored() {
            return SentValues.of(statement).stream()
                    .map(value -> hidden.contains(value.parameter())
                            ? new SentValue(value.parameter(), value.offset(), SentValue.PRIVATE, List.of())
                            : value)
                    .toList();
        }
    }

    /** A started entry, to be completed with its outcome. */
    public record LogEntry(SentRow row, LoggedStatement sent) {
        public long id() {
            return row.id();
        }
    }

    SentLog(SentRecords records, SentWriter writer, StoredForms forms, Clock clock, Settings settings) {
        this.writer = writer;
        this.settings = settings;
        this.records = records;
        this.forms = forms;
        this.clock = clock;
        records.showBegun();
        records.closeRunning();
        this.lastBefore = records.lastId();
        this.lastId = new AtomicLong(lastBefore);
    }

    /** Opens its connection, so that the first statement does not wait for that. Writes nothing. */
    public void connect() {
        forms.write(List.of(new SentValue("port", 0, "text", List.of("Lunna"))));
        writer.now(now -> {});
    }

    /** Whether anything was sent since the start. */
    public boolean hasBegun() {
        return lastId.get() > lastBefore;
    }

    /** Statements before a number that match the filter. */
    public List<SentRow> latest(long before, SentFilter wanted, int limit) {
        settle();
        return records.latest(before, wanted, limit);
    }

    /** The statement as it was sent, with its values; nothing when it was sent long ago or before the last start. */
    public Optional<LoggedStatement> recent(long id) {
        return Optional.ofNullable(recent.getIfPresent(id));
    }

    /** The stored values of a statement. */
    public List<SentValue> values(SentRow row) {
        return Arrays.asList(forms.read(row.boundValues(), SentValue[].class));
    }

    /** A sent statement to run again; empty if it had private values and is not cached. */
    public Optional<Statement> again(SentRow row) {
        Optional<Statement> remembered = recent(row.id()).map(LoggedStatement::statement);
        List<SentValue> values = values(row);
        if (remembered.isPresent() || values.stream().anyMatch(SentValue::hidesValue)) {
            return remembered;
        }
        List<BoundValue> bound = values.stream()
                .map(value -> new BoundValue(value.parameter(), value.offset(), SentValues.bound(value)))
                .toList();
        return Optional.of(new Statement(row.text(), bound, List.of(), Statement.NO_CAP));
    }

    public void keepEvidence(long id, String evidence) {
        writer.later(now -> now.keepEvidence(id, evidence));
    }

    /** A statement that the caller may see: every one for operators, their own for others. */
    public Optional<SentRow> find(Project project, Caller caller, long id) {
        boolean everyones = ownerFilter(caller).isEmpty();
        return find(project, id).filter(row -> everyones || isTheirs(caller, row));
    }

    private boolean isTheirs(Caller caller, SentRow row) {
        return caller.isOrLooked(row.caller())
                || Optional.ofNullable(also.getIfPresent(row.id()))
                        .filter(others -> others.contains(caller.id()))
                        .isPresent();
    }

    /** Whose statements the caller may see; empty for everyone's. */
    public static String ownerFilter(Caller caller) {
        return caller.role().mayActAs(Role.OPERATOR) ? "" : caller.id();
    }

    public Optional<SentRow> find(Project project, long id) {
        settle();
        return records.find(project.id(), id);
    }

    /** The last run of a report by a reader. */
    public Optional<SentRow> lastRun(Project project, String reportId) {
        settle();
        return records.lastRun(project.id(), reportId);
    }

    private void settle() {
        writer.afterAll(SentRecords::showBegun);
    }

    /**
     * Records that a caller shares the result of an existing statement, whose evidence becomes visible to them.
     */
    public void alsoFor(long sentId, String runId, StatementOrigin origin, Statement statement) {
        long id = lastId.incrementAndGet();
        also.asMap().merge(sentId, Set.of(origin.caller().id()), SentLog::both);
        LoggedStatement sent = new LoggedStatement(statement, hidden(origin.project(), statement));
        String why = "Shared with statement %d, which was already running.".formatted(sentId);
        SentRow row = row(id, runId, origin, statement.text(), forms.write(sent.stored()));
        SentRow shared = finished(row, StatementOutcome.SHARED, why, new RunSummary(0, 0, 0, 0));
        writer.later(now -> now.put(shared));
    }

    private static Set<String> both(Set<String> some, Set<String> others) {
        return Stream.concat(some.stream(), others.stream()).collect(Collectors.toSet());
    }

    private SentRow row(long id, String runId, StatementOrigin origin, String text, String values) {
        return new SentRow(
                id,
                runId,
                clock.instant(),
                origin.project().id(),
                origin.caller().id(),
                origin.sourceId(),
                origin.queryId(),
                origin.purpose().reportId(),
                origin.purpose().viewId(),
                origin.purpose().cause(),
                text,
                values,
                StatementOutcome.RUNNING,
                "",
                -1,
                0,
                0,
                0,
                0,
                "");
    }

    /** Records a statement before it is sent; without values for an EXPLAIN. */
    public LogEntry begin(String runId, StatementOrigin origin, Statement statement) {
        long id = lastId.incrementAndGet();
        LoggedStatement sent = new LoggedStatement(statement, hidden(origin.project(), statement));
        boolean plan = origin.purpose().cause() == StatementCause.EVIDENCE;
        if (!plan) {
            recent.put(id, new LoggedStatement(sharing(statement), sent.hidden()));
        }
        SentRow row = row(
                id,
                runId,
                origin,
                plan ? "explain " + statement.text() : statement.text(),
                forms.write(plan ? List.of() : sent.stored()));
        writer.now(now -> now.begin(row));
        if (id % PRUNE_EVERY == 0) {
            writer.later(this::prune);
        }
        return new LogEntry(row, sent);
    }

    private Statement sharing(Statement statement) {
        return new Statement(
                texts.intern(statement.text()),
                statement.values(),
                placements.intern(statement.placements()),
                statement.cap());
    }

    /* In small transactions, so that other writers do not wait. */
    private void prune(SentRecords now) {
        Instant before = clock.instant().minus(settings.sentRetention());
        int pruned = now.prune(settings.maxSentEntries(), before, PRUNED_AT_ONCE);
        if (pruned == PRUNED_AT_ONCE) {
            writer.later(this::prune);
        }
    }

    /** The private parameters that have values in a statement. */
    private static Set<String> hidden(Project project, Statement statement) {
        Map<String, ParameterDefinition> all = project.parameters();
        return statement.values().stream()
                .map(BoundValue::parameter)
                .filter(name ->
                        all.containsKey(name) && all.get(name).maintenance().unlogged())
                .collect(Collectors.toSet());
    }

    public void done(LogEntry begun, RunSummary summary) {
        writer.later(now -> now.end(finished(begun.row(), StatementOutcome.DONE, "", summary)));
    }

    /** How a statement ended that did not end well. */
    public enum FailureKind {
        STOPPED,
        FAILED
    }

    /** @param problem the error message, which may quote private values */
    public void failed(LogEntry begun, FailureKind end, String problem, double millis) {
        String told = begun.sent().withoutPrivate(problem);
        StatementOutcome outcome = end == FailureKind.STOPPED ? StatementOutcome.STOPPED : StatementOutcome.FAILED;
        RunSummary summary = new RunSummary(0, 0, millis, millis);
        writer.later(now -> now.end(finished(begun.row(), outcome, told, summary)));
    }

    private static SentRow finished(SentRow row, StatementOutcome outcome, String problem, RunSummary summary) {
        return new SentRow(
                row.id(),
                row.runId(),
                row.sentAt(),
                row.projectId(),
                row.caller(),
                row.sourceId(),
                row.queryId(),
                row.reportId(),
                row.viewId(),
                row.cause(),
                row.text(),
                row.boundValues(),
                outcome,
                problem,
                summary.localRows().orElse(-1),
                summary.fetchedRows(),
                summary.shownRows(),
                summary.databaseMillis(),
                summary.totalMillis(),
                row.evidence());
    }
}
