package plainsieve.sources.web;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.Supplier;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.request.RequestText;
import plainsieve.core.request.RequiredRowCount;
import plainsieve.core.request.SentRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.ResponsePreview;
import plainsieve.sources.ResponsePreviewSource;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.engine.FetchedTablesEngine;

/**
 * An HTTP service. A request is sent; the rows of its response are staged in an embedded engine, which
 * runs the SQL after the request.
 */
public final class WebSource implements Source, ResponsePreviewSource {
    private static final double NANOS_PER_MILLI = 1e6;

    private final SourceAccess access;
    private final ScheduledExecutorService clock;
    private final HttpSource asking;
    private final ServiceTables tables;
    private final ResponsePreviewer responsePreviewer;
    private final AvailabilityCheck life;

    /**
     * @param folder for cached responses
     * @param clock scheduler of timeouts; the caller owns it
     */
    public WebSource(
            SourceAccess access,
            Path folder,
            EnginePool enginePool,
            Reaching reaching,
            ScheduledExecutorService clock) {
        this.access = access;
        this.clock = clock;
        this.asking = new HttpSource(access, reaching.hosts(), reaching.limits());
        ResponseFetcher fetch = new ResponseFetcher(asking, reaching.limits(), enginePool.ofOneAnswer(), folder);
        this.tables = new ServiceTables(access, enginePool, clock, fetch, asking);
        this.responsePreviewer = new ResponsePreviewer(asking, reaching.limits(), enginePool.ofOneAnswer(), folder);
        this.life = new AvailabilityCheck(new SmallAnswers(asking, folder), asking.failures(), clock);
    }

    /** The permitted hosts and limits. */
    public record Reaching(AllowedHosts hosts, WebLimits limits) {}

    @Override
    public RunSummary run(OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        SentRequest request = request(what);
        long start = System.nanoTime();
        return on(request, limits, cancellation, (engine, facts) -> {
            double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
            OutgoingStatement sql = new OutgoingStatement.Sql(request.sql());
            return withLocation(request, () -> engine.run(sql, limits, cancellation, receiver))
                    .computedFrom(ServiceTables.rows(facts), millis);
        });
    }

    @Override
    public Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
        SentRequest request = request(what);
        return on(request, limits, cancellation, (engine, facts) -> {
            OutgoingStatement sql = new OutgoingStatement.Sql(request.sql());
            Plan here = withLocation(request, () -> engine.explain(sql, measured, limits, cancellation));
            List<PlanStep> steps = new ArrayList<>(ResponseFacts.steps(facts));
            steps.addAll(here.steps());
            return new Plan(steps, List.of(), ExecutionSite.NOT_KNOWN, "");
        });
    }

    private static SentRequest request(OutgoingStatement what) {
        return SentRequest.of(((OutgoingStatement.Sql) what).statement());
    }

    private <T> T on(
            SentRequest request,
            RunLimits limits,
            Cancellation cancellation,
            FetchedTablesEngine.Question<List<ResponseFacts>, T> question) {
        TableAsk answer = new TableAsk(
                RequestText.RESPONSE,
                request.ask(),
                RequiredRowCount.of(request.sql(), access.settings().dialect()));
        return TimeLimit.run(
                clock,
                limits.longest(),
                cancellation,
                () -> tables.on(List.of(answer), limits, cancellation, question));
    }

    /** An error position of the engine is mapped to the whole text. */
    private static <T> T withLocation(SentRequest request, Supplier<T> asking) {
        try {
            return asking.get();
        } catch (SourceFailure e) {
            throw e.at(
                    e.position().isPresent()
                            ? OptionalInt.of(e.position().getAsInt() + request.sqlStart())
                            : OptionalInt.empty());
        }
    }

    @Override
    public ResponsePreview preview(OutgoingStatement what, RunLimits limits, Cancellation cancellation) {
        return TimeLimit.run(
                clock,
                limits.longest(),
                cancellation,
                () -> responsePreviewer.preview(request(what).ask(), cancellation));
    }

    /** The columns of a response are known after the request. */
    @Override
    public Catalog catalogue(RunLimits limits, Cancellation cancellation) {
        return Catalog.of(List.of());
    }

    @Override
    public String health() {
        return life.serviceName("");
    }

    @Override
    public void close() {
        tables.close();
        asking.close();
    }
}
