package plainsieve.sources.federation;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.Supplier;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.pushdown.PartPushdown;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.PartSender;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Secret;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.engine.FetchedTables;
import plainsieve.sources.engine.FetchedTablesEngine;

/**
 * Executes cross-source statements: fetches each part and runs the local SQL on an embedded engine. Views of one page with the
 * same parts share the fetched rows.
 */
public final class FederatedSource implements AutoCloseable {
    private static final double NANOS_PER_MILLI = 1e6;
    private static final int MOST_KEPT = 20;

    /** Views of a page are requested within this time; later requests need current rows. */
    private static final Duration SAME_MOMENT = Duration.ofSeconds(2);

    /** Evidence is requested after the rows, for the same rows. */
    private static final Duration WHILE_KEPT = Duration.ofMinutes(1);

    private final EnginePool enginePool;
    private final Path folder;
    private final Limits limits;
    private final ScheduledExecutorService clock;
    private final FetchedTablesEngine engine;
    private final FetchedTables<Sides, List<PartFacts>> fetchedTables;

    /** @param mostRows maximum number of rows fetched for one part */
    public record Limits(long mostRows) {
        public Limits {
            if (mostRows < 1) {
                throw new IllegalArgumentException("At least one row of each side must be fetched, is " + mostRows);
            }
        }
    }

    /** The requests by source. */
    private record FederatedRun(FederatedStatement sent, PartSender asks) {}

    /** The fetched rows: the same parts with the same restrictions. */
    private record Sides(List<SideAsked> sides, PartPushdown narrowing) {}

    private record SideAsked(String name, String source, Statement statement) {}

    /** @param folder for fetched rows */
    public FederatedSource(EnginePool enginePool, Path folder, Limits limits, ScheduledExecutorService clock) {
        this.enginePool = enginePool;
        this.folder = folder;
        this.limits = limits;
        this.clock = clock;
        SourceAccess here = new SourceAccess("the engine here", new SourceSettings.DuckDb("gathered"), Secret.none());
        this.engine = new FetchedTablesEngine(here, enginePool, clock);
        this.fetchedTables = new FetchedTables<>(new SharedRun(), MOST_KEPT, clock);
    }

    private static final class SharedRun implements FetchedTables.SharedFetch<Sides, List<PartFacts>> {
        @Override
        public boolean serves(Sides there, Sides wanted) {
            return there.equals(wanted);
        }

        @Override
        public Sides as(Sides wanted, List<PartFacts> facts) {
            return wanted;
        }

        @Override
        public RuntimeException stopped(Cancellation cancellation) {
            return FederatedSource.stopped(cancellation);
        }
    }

    static SourceFailure stopped(Cancellation cancellation) {
        boolean late = cancellation
                .reason()
                .filter(reason -> reason == Cancellation.Reason.TIME_LIMIT)
                .isPresent();
        return late
                ? new SourceFailure(
                        SourceFailure.Kind.TIMED_OUT,
                        "Fetching the rows of all sources took too long.",
                        "Narrow the choices, or add a condition before the step that joins another source.",
                        null)
                : new SourceFailure(SourceFailure.Kind.STOPPED, "The run was stopped.", "Run it again.", null);
    }

    /** A source that combines the parts. @param asks sends each part */
    public Source sourceOf(PartSender asks) {
        return new CombinedSource(this, asks);
    }

    /** Several sources as one. */
    private record CombinedSource(FederatedSource several, PartSender asks) implements Source {
        private FederatedRun asked(OutgoingStatement what) {
            return new FederatedRun(FederatedStatement.of(((OutgoingStatement.Sql) what).statement()), asks);
        }

        @Override
        public RunSummary run(
                OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
            return several.run(asked(what), limits, cancellation, receiver);
        }

        @Override
        public Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
            return several.explain(asked(what), measured, limits, cancellation);
        }

        /** Each source has its own catalog. */
        @Override
        public Catalog catalogue(RunLimits limits, Cancellation cancellation) {
            return Catalog.of(List.of());
        }

        @Override
        public String health() {
            return "several sources";
        }

        /** Parts use their own connections. */
        @Override
        public void close() {}
    }

    /** Throws {@link SourceFailure} as the sources do, with the place in all that was sent. */
    private RunSummary run(FederatedRun what, RunLimits run, Cancellation cancellation, RowReceiver receiver) {
        long start = System.nanoTime();
        return on(what, SAME_MOMENT, run, cancellation, (here, facts) -> {
            double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
            OutgoingStatement sql = new OutgoingStatement.Sql(what.sent().localSql());
            long rows = facts.stream().mapToLong(PartFacts::rows).sum();
            return withLocation(what, () -> here.run(sql, run, cancellation, receiver))
                    .computedFrom(rows, millis);
        });
    }

    /** The plan: the fetched parts, and the engine's plan for the local SQL. */
    private Plan explain(FederatedRun what, boolean measured, RunLimits run, Cancellation cancellation) {
        return on(what, WHILE_KEPT, run, cancellation, (here, facts) -> {
            OutgoingStatement sql = new OutgoingStatement.Sql(what.sent().localSql());
            Plan plan = withLocation(what, () -> here.explain(sql, measured, run, cancellation));
            List<PlanStep> steps =
                    new ArrayList<>(facts.stream().map(PartFacts::step).toList());
            steps.addAll(plan.steps());
            return new Plan(steps, List.of(), ExecutionSite.NOT_KNOWN, "");
        });
    }

    private <T> T on(
            FederatedRun what,
            Duration oldest,
            RunLimits run,
            Cancellation cancellation,
            FetchedTablesEngine.Question<List<PartFacts>, T> question) {
        PartPushdown partPushdown = PartPushdown.of(what.sent());
        Sides sides = new Sides(
                what.sent().parts().stream()
                        .map(one -> new SideAsked(one.part().name(), one.part().source(), one.statement()))
                        .toList(),
                partPushdown);
        FetchedTables.FetchRequest<Sides> wanted = new FetchedTables.FetchRequest<>(sides, oldest, run.longest());
        FetchedTables.Fetch<List<PartFacts>> fetch =
                stop -> new FederatedExecutor(what.sent(), what.asks(), partPushdown, limits, stop)
                        .gather(enginePool.ofOneAnswer(), folder);
        return TimeLimit.run(
                clock,
                run.longest(),
                cancellation,
                () -> engine.on(() -> fetchedTables.get(wanted, fetch, cancellation), cancellation, question));
    }

    /** An error position of the engine is mapped to the whole text. */
    private static <T> T withLocation(FederatedRun what, Supplier<T> asking) {
        try {
            return asking.get();
        } catch (SourceFailure e) {
            throw e.at(
                    e.position().isPresent()
                            ? OptionalInt.of(
                                    e.position().getAsInt() + what.sent().localSqlStart())
                            : OptionalInt.empty());
        }
    }

    @Override
    public void close() {
        fetchedTables.close();
    }
}
