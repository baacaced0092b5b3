package plainsieve.sources.web;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.evidence.PlanTest;
import plainsieve.core.request.ResponseOptions;
import plainsieve.core.request.ServiceRequest;
import plainsieve.core.request.odata.CountRequest;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.core.request.odata.EntitySetRequest;
import plainsieve.core.request.odata.ODataPushdown;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.Column;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.engine.UnreadableFileException;

/**
 * An OData 4 service: its entity sets are tables. Filters, columns, order and counts are pushed down where
 * possible; the statement is run by an embedded engine on the fetched rows.
 */
public final class ODataSource implements Source {
    private static final double NANOS_PER_MILLI = 1e6;

    private final SourceAccess access;
    private final ScheduledExecutorService clock;
    private final HttpSource asking;
    private final ServiceTables tables;
    private final SmallAnswers small;
    private final ServiceDescription description;
    private final AvailabilityCheck life;

    /**
     * @param folder for cached responses
     * @param clock scheduler of timeouts; the caller owns it
     */
    public ODataSource(
            SourceAccess access,
            Path folder,
            EnginePool enginePool,
            WebSource.Reaching reaching,
            ScheduledExecutorService clock) {
        this.access = access;
        this.clock = clock;
        this.asking = new HttpSource(access, reaching.hosts(), reaching.limits());
        ResponseFetcher fetch = new ResponseFetcher(asking, reaching.limits(), enginePool.ofOneAnswer(), folder);
        this.tables = new ServiceTables(access, enginePool, clock, fetch, asking);
        this.small = new SmallAnswers(asking, folder);
        this.description = new ServiceDescription(small, asking);
        this.life = new AvailabilityCheck(small, asking.failures(), clock);
    }

    @Override
    public RunSummary run(OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return TimeLimit.run(clock, limits.longest(), cancellation, () -> answer(what, limits, cancellation, receiver));
    }

    private RunSummary answer(
            OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        Statement statement = ((OutgoingStatement.Sql) what).statement();
        List<EntitySet> sets = description.sets(cancellation);
        long start = System.nanoTime();
        Optional<CountRequest> count =
                ODataPushdown.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            return count(count.get(), cancellation, receiver);
        }
        List<TableAsk> asked =
                tablesOf(ODataPushdown.of(statement, access.settings().dialect(), sets));
        return tables.on(asked, limits, cancellation, (engine, facts) -> {
            double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
            return engine.run(what, limits, cancellation, receiver).computedFrom(ServiceTables.rows(facts), millis);
        });
    }

    private RunSummary count(CountRequest count, Cancellation cancellation, RowReceiver receiver) {
        long start = System.nanoTime();
        ServiceRequest request = ServiceRequest.get(ODataPaths.count(count.ask()), ResponseOptions.of(List.of()));
        long number = small.read(request, cancellation, responsePage -> {
            String text =
                    Files.readString(responsePage.body()).replace("\uFEFF", "").strip();
            if (!text.matches("\\d{1,18}")) {
                throw new UnreadableFileException("is not a row count");
            }
            return Long.parseLong(text);
        });
        double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
        receiver.columns(List.of(new Column(count.column(), "BIGINT", Column.Kind.INTEGER)));
        receiver.row(new Object[] {number});
        return new RunSummary(1, 1, millis, millis);
    }

    private static List<TableAsk> tablesOf(List<EntitySetRequest> asks) {
        return asks.stream()
                .map(ask -> new TableAsk(
                        ask.set().name(),
                        ServiceRequest.get(ODataPaths.rows(ask), ODataPaths.directions(ask)),
                        ask.needed()))
                .toList();
    }

    @Override
    public Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
        return TimeLimit.run(clock, limits.longest(), cancellation, () -> plan(what, measured, limits, cancellation));
    }

    private Plan plan(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
        Statement statement = ((OutgoingStatement.Sql) what).statement();
        List<EntitySet> sets = description.sets(cancellation);
        Optional<CountRequest> count =
                ODataPushdown.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            PlanStep step = PlanStep.named("get " + ODataPaths.count(count.get().ask()));
            return new Plan(
                    List.of(step), tests(statement, List.of(count.get().ask()), step), ExecutionSite.NOT_KNOWN, "");
        }
        List<EntitySetRequest> asks =
                ODataPushdown.of(statement, access.settings().dialect(), sets);
        return tables.on(tablesOf(asks), limits, cancellation, (engine, facts) -> {
            Plan here = engine.explain(what, measured, limits, cancellation);
            List<PlanStep> steps = new ArrayList<>(ResponseFacts.steps(facts));
            PlanStep first = steps.isEmpty() ? PlanStep.named("nothing was fetched") : steps.get(0);
            steps.addAll(here.steps());
            boolean some = asks.stream().anyMatch(ask -> ask.needed().isPresent());
            return new Plan(
                    steps,
                    tests(statement, asks, first),
                    some ? ExecutionSite.STOPS_EARLY : ExecutionSite.NOT_KNOWN,
                    some ? first.inWords() : "");
        });
    }

    /** Each value of the statement: applied by the service, or locally. */
    private static List<PlanTest> tests(Statement statement, List<EntitySetRequest> asks, PlanStep step) {
        Set<Integer> tested = new HashSet<>();
        asks.forEach(ask -> tested.addAll(ask.tested()));
        return IntStream.rangeClosed(1, statement.values().size())
                .mapToObj(number -> new PlanTest(
                        tested.contains(number) ? ExecutionSite.AT_SERVICE : ExecutionSite.HERE,
                        "",
                        Set.of(number),
                        step))
                .toList();
    }

    @Override
    public Catalog catalogue(RunLimits limits, Cancellation cancellation) {
        List<EntitySet> sets =
                TimeLimit.run(clock, limits.longest(), cancellation, () -> description.sets(cancellation));
        return Catalog.of(sets.stream().map(ODataSource::table).toList());
    }

    private static Catalog.Table table(EntitySet set) {
        List<Column> columns = set.properties().stream()
                .map(property -> new Column(
                        property.column(),
                        property.edmType().replaceFirst("^Edm\\.", ""),
                        property.kind()
                                .type()
                                .map(type -> Column.Kind.valueOf(type.name()))
                                .orElse(Column.Kind.OTHER)))
                .toList();
        Set<String> nullable = set.properties().stream()
                .filter(EntitySet.Property::nullable)
                .map(EntitySet.Property::column)
                .collect(Collectors.toSet());
        List<Catalog.TableIndex> key =
                set.key().isEmpty() ? List.of() : List.of(new Catalog.TableIndex("key", set.key(), true, true));
        return new Catalog.Table("", set.name(), false, -1, columns, nullable, Map.of(), key, Optional.empty());
    }

    @Override
    public String health() {
        String name = life.serviceName("/$metadata");
        Cancellation cancellation = new Cancellation();
        int count = TimeLimit.run(clock, AvailabilityCheck.LONGEST, cancellation, () -> description.sets(cancellation))
                .size();
        return "%s with %,d entity %s".formatted(name, count, count == 1 ? "set" : "sets");
    }

    @Override
    public void close() {
        tables.close();
        asking.close();
    }
}
