package plainsieve.server.sources;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Service;
import plainsieve.core.evidence.Plan;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.records.sent.StatementOutcome;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.sent.SentLog;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.ResponsePreview;
import plainsieve.sources.ResponsePreviewSource;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceLimits;

/**
 * The only caller of sources: enforces limits and cancellation and logs every statement. {@code ArchitectureTest} ensures that no
 * other class calls a source.
 */
@Service
public class StatementSender {
    private static final Logger LOG = LoggerFactory.getLogger(StatementSender.class);

    private static final double NANOS_PER_MILLI = 1e6;

    private static final RunListener NOBODY = new RunListener() {};

    private final SourceRegistry sources;
    private final Cancellations cancellations;
    private final SentLog log;
    private final Settings settings;
    private final Reporting reporting;

    /** Receives the outcome of statements and rejected credentials. */
    @Component
    record Reporting(MeterRegistry meters, ApplicationEventPublisher events) {}

    StatementSender(
            SourceRegistry sources, Cancellations cancellations, SentLog log, Settings settings, Reporting reporting) {
        this.reporting = reporting;
        this.sources = sources;
        this.cancellations = cancellations;
        this.log = log;
        this.settings = settings;
    }

    /**
     * Sends a cancellable statement.
     *
     * @param runId assigned by the caller, to cancel it
     * @throws SourceFailure if the source fails; recorded in Sent before
     */
    public RunSummary send(String runId, StatementOrigin origin, Statement statement, RunListener listener) {
        return logged(runId, origin, statement, listener, (source, limits, cancellation, sentId) -> {
            listener.sent(sentId, statement);
            RunSummary summary = source.run(new OutgoingStatement.Sql(statement), limits, cancellation, listener);
            listener.completed(summary);
            return new Outcome<>(summary, summary);
        });
    }

    /** Sends a statement that cannot be cancelled by ID: lists, previews, comparisons. */
    public RunSummary send(StatementOrigin origin, Statement statement, RunListener listener) {
        return send(UUID.randomUUID().toString(), origin, statement, listener);
    }

    /** @param millis duration at the source */
    public record TimedPlan(Plan plan, double millis) {}

    /**
     * Asks for the plan of a statement.
     *
     * @param measured whether the source should run the statement to its end and count rows, where it can
     * @throws SourceFailure when it would refuse the statement
     */
    public TimedPlan explain(StatementOrigin origin, Statement statement, boolean measured) {
        long start = System.nanoTime();
        return logged(
                UUID.randomUUID().toString(),
                origin.forEvidence(),
                statement,
                NOBODY,
                (source, limits, cancellation, sentId) -> {
                    Plan plan = source.explain(new OutgoingStatement.Sql(statement), measured, limits, cancellation);
                    double millis = millisSince(start);
                    int steps = plan.steps().size();
                    return new Outcome<>(new TimedPlan(plan, millis), new RunSummary(steps, steps, millis, millis));
                });
    }

    /**
     * Previews a raw response. It is recorded in Sent.
     *
     * @throws ProblemException if the source has no raw responses
     */
    public ResponsePreview preview(StatementOrigin origin, Statement statement) {
        return logged(
                UUID.randomUUID().toString(), origin, statement, NOBODY, (source, limits, cancellation, sentId) -> {
                    if (!(source instanceof ResponsePreviewSource shows)) {
                        throw new ProblemException(Problem.of(
                                ProblemKind.WRONG_LANGUAGE,
                                "This source takes SQL, not web requests.",
                                "Run the query."));
                    }
                    ResponsePreview look = shows.preview(new OutgoingStatement.Sql(statement), limits, cancellation);
                    return new Outcome<>(look, new RunSummary(0, 0, 0, 0));
                });
    }

    /** The metadata of a source. Throws {@link SourceFailure} if it fails. */
    public Catalog catalogue(String sourceId) {
        SourceRegistry.Opened opened = sources.get(sourceId);
        return watched(sourceId, () -> opened.source()
                .catalogue(limits(opened.limits(), settings.statementTimeout()), new Cancellation()));
    }

    /** A sign of life of a source: its name and version. */
    public String health(String sourceId) {
        Source source = sources.get(sourceId).source();
        return watched(sourceId, source::health);
    }

    /** Since when a source is not queried because it rejected the credentials; empty if it did not. */
    public Optional<Instant> rejectedSince(String sourceId) {
        return sources.current(sourceId).flatMap(opened -> opened.source().rejectedSince());
    }

    /** Publishes a {@link RejectedCredentials}, once until the source is saved again. */
    private <T> T watched(String sourceId, Supplier<T> asking) {
        try {
            return asking.get();
        } catch (SourceFailure e) {
            boolean rejected = rejectedSince(sourceId).isPresent();
            if (rejected
                    && sources.current(sourceId)
                            .filter(SourceRegistry.Opened::reportsRejection)
                            .isPresent()) {
                LOG.warn("{} rejects the user or the password; it is not used until it is saved", sourceId);
                reporting.events().publishEvent(new RejectedCredentials(sourceId));
            }
            throw e;
        }
    }

    /** Tests an unsaved source. */
    public String test(SourceAccess access) {
        try (Source source = sources.open(access)) {
            return source.health();
        }
    }

    /**
     * A caller with running or waiting statements on a source.
     *
     * @param owner see {@link plainsieve.server.people.Caller#owner()}
     */
    public record Holder(String owner, int running, int waiting) {}

    /** Callers with running or waiting statements on a source. */
    public List<Holder> holders(String sourceId) {
        return sources.load(sourceId).stream()
                .map(load -> new Holder(load.caller(), load.running(), load.waiting()))
                .toList();
    }

    /** Lets go of a source that was removed or renamed. */
    public void forget(String sourceId) {
        sources.forget(sourceId);
    }

    private Duration longest(StatementOrigin origin) {
        StatementCause cause = origin.purpose().cause();
        return cause == StatementCause.DOWNLOAD || cause == StatementCause.COPY
                ? settings.downloadTimeout()
                : origin.project().stage().limits().longest(settings.statementTimeout());
    }

    private static RunLimits limits(SourceLimits limits, Duration ofServer) {
        return new RunLimits(limits.longest(ofServer));
    }

    /** A result with its summary. */
    private record Outcome<T>(T result, RunSummary answer) {}

    private interface Asking<T> {
        Outcome<T> ask(Source source, RunLimits limits, Cancellation cancellation, long sentId);
    }

    private <T> T logged(
            String runId, StatementOrigin origin, Statement statement, RunListener listener, Asking<T> asking) {
        try {
            return watched(origin.sourceId(), () -> sent(runId, origin, statement, listener, asking));
        } catch (SourceFailure e) {
            throw ViewerErrorMessages.redact(origin.caller(), e);
        }
    }

    private <T> T sent(
            String runId, StatementOrigin origin, Statement statement, RunListener listener, Asking<T> asking) {
        SourceRegistry.SourceHandle way = way(origin, statement);
        RunLimits limits = limits(way.limits(), longest(origin));
        FairQueue line = way.line();
        FairQueue.Entry place = place(origin);
        Cancellations.RunKey key = new Cancellations.RunKey(origin.caller().owner(), runId);
        Cancellation cancellation = cancellations.begin(key);
        try {
            listener.started(cancellation);
            line.enter(place, cancellation, limits.longest(), listener::waiting);
            try {
                SentLog.LogEntry begun = log.begin(runId, origin, statement);
                return measured(
                        begun,
                        () -> logged(
                                begun, cancellation, () -> asking.ask(way.source(), limits, cancellation, begun.id())));
            } finally {
                line.release(place);
            }
        } finally {
            cancellations.end(key, cancellation);
        }
    }

    private static FairQueue.Entry place(StatementOrigin origin) {
        String report = origin.purpose().reportId();
        return new FairQueue.Entry(
                origin.caller().owner(),
                report.isEmpty() ? "" : origin.project().id() + "/" + report,
                origin.purpose().cause() == StatementCause.DOWNLOAD);
    }

    /** Metrics by source, cause and outcome: count and duration. */
    private <T> T measured(SentLog.LogEntry begun, Supplier<T> asking) {
        Timer.Sample sample = Timer.start(reporting.meters());
        StatementOutcome outcome = StatementOutcome.FAILED;
        try {
            T result = asking.get();
            outcome = StatementOutcome.DONE;
            return result;
        } finally {
            sample.stop(Timer.builder("plainsieve.statements")
                    .tag("source", begun.row().sourceId())
                    .tag("cause", Keyword.of(begun.row().cause()))
                    .tag("outcome", Keyword.of(outcome))
                    .register(reporting.meters()));
        }
    }

    private SourceRegistry.SourceHandle way(StatementOrigin origin, Statement statement) {
        return FederatedStatement.isOne(statement.text())
                ? sources.ofSeveral(new FederatedSender(this, origin))
                : sources.get(origin.sourceId()).way(origin.purpose().cause());
    }

    private <T> T logged(SentLog.LogEntry begun, Cancellation cancellation, Supplier<Outcome<T>> asking) {
        long start = System.nanoTime();
        try {
            Outcome<T> outcome = asking.get();
            log.done(begun, outcome.answer());
            return outcome.result();
        } catch (RuntimeException | Error e) {
            boolean stopped = cancellation
                    .reason()
                    .filter(reason -> reason != Cancellation.Reason.TIME_LIMIT)
                    .isPresent();
            if (!stopped) {
                LOG.info(
                        "Statement {} on {} failed; see Sent",
                        begun.id(),
                        begun.row().sourceId());
            }
            String problem = e instanceof Error ? "Internal error." : e.getMessage();
            log.failed(
                    begun,
                    stopped ? SentLog.FailureKind.STOPPED : SentLog.FailureKind.FAILED,
                    problem,
                    millisSince(start));
            throw e;
        }
    }

    private static double millisSince(long start) {
        return (System.nanoTime() - start) / NANOS_PER_MILLI;
    }
}
