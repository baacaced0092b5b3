package plainsieve.sources.web;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.evidence.PlanTest;
import plainsieve.core.evidence.Where;
import plainsieve.core.request.Ask;
import plainsieve.core.request.Directions;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.core.request.odata.RowCount;
import plainsieve.core.request.odata.SetAsk;
import plainsieve.core.request.odata.SetAsks;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Column;
import plainsieve.sources.Dispatch;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.engine.Engines;
import plainsieve.sources.engine.UnreadableFile;

/**
 * A service that speaks OData 4: its entity sets are tables. What it can filter, choose, order and count of a statement it is asked
 * for; the statement itself is run by an engine of this process on the rows that come.
 */
public final class ODataSource implements Source {
    private static final double NANOS_PER_MILLI = 1e6;

    private final SourceAccess access;
    private final ScheduledExecutorService clock;
    private final HttpAsking asking;
    private final AskedTables tables;
    private final SmallAnswers small;
    private final ServiceDescription description;
    private final SignOfLife life;

    /**
     * @param folder of the server's own for what is kept of the answers
     * @param clock says when runs have taken too long; the caller owns it
     */
    public ODataSource(
            SourceAccess access,
            Path folder,
            Engines engines,
            WebSource.Reaching reaching,
            ScheduledExecutorService clock) {
        this.access = access;
        this.clock = clock;
        this.asking = new HttpAsking(access, reaching.hosts(), reaching.limits());
        AnswerFetch fetch = new AnswerFetch(asking, reaching.limits(), engines.ofOneAnswer(), folder);
        this.tables = new AskedTables(access, engines, clock, fetch, asking);
        this.small = new SmallAnswers(asking, folder);
        this.description = new ServiceDescription(small, asking);
        this.life = new SignOfLife(small, asking.failures(), clock);
    }

    @Override
    public Answer run(Dispatch what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return TimeLimit.within(
                clock, limits.longest(), cancellation, () -> answer(what, limits, cancellation, receiver));
    }

    private Answer answer(Dispatch what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        Statement statement = ((Dispatch.Sql) what).statement();
        List<EntitySet> sets = description.sets(cancellation);
        long start = System.nanoTime();
        Optional<RowCount> count = SetAsks.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            return counted(count.get(), cancellation, receiver);
        }
        List<TableAsk> asked = asked(SetAsks.of(statement, access.settings().dialect(), sets));
        return tables.on(asked, limits, cancellation, (engine, facts) -> {
            double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
            return engine.run(what, limits, cancellation, receiver).madeOf(AskedTables.rows(facts), millis);
        });
    }

    private Answer counted(RowCount count, Cancellation cancellation, RowReceiver receiver) {
        long start = System.nanoTime();
        Ask ask = Ask.get(ODataPaths.count(count.ask()), Directions.of(List.of()));
        long number = small.read(ask, cancellation, page -> {
            String text = Files.readString(page.body()).replace("\uFEFF", "").strip();
            if (!text.matches("\\d{1,18}")) {
                throw new UnreadableFile("is no number of rows");
            }
            return Long.parseLong(text);
        });
        double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
        receiver.columns(List.of(new Column(count.column(), "BIGINT", Column.Kind.INTEGER)));
        receiver.row(new Object[] {number});
        return new Answer(1, 1, millis, millis);
    }

    private static List<TableAsk> asked(List<SetAsk> asks) {
        return asks.stream()
                .map(ask -> new TableAsk(
                        ask.set().name(), Ask.get(ODataPaths.rows(ask), ODataPaths.directions(ask)), ask.needed()))
                .toList();
    }

    @Override
    public Plan explain(Dispatch what, boolean measured, RunLimits limits, Cancellation cancellation) {
        return TimeLimit.within(
                clock, limits.longest(), cancellation, () -> plan(what, measured, limits, cancellation));
    }

    private Plan plan(Dispatch what, boolean measured, RunLimits limits, Cancellation cancellation) {
        Statement statement = ((Dispatch.Sql) what).statement();
        List<EntitySet> sets = description.sets(cancellation);
        Optional<RowCount> count = SetAsks.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            PlanStep step = PlanStep.named("get " + ODataPaths.count(count.get().ask()));
            return new Plan(List.of(step), tests(statement, List.of(count.get().ask()), step), Where.NOT_KNOWN, "");
        }
        List<SetAsk> asks = SetAsks.of(statement, access.settings().dialect(), sets);
        return tables.on(asked(asks), limits, cancellation, (engine, facts) -> {
            Plan here = engine.explain(what, measured, limits, cancellation);
            List<PlanStep> steps = new ArrayList<>(AnswerFacts.steps(facts));
            PlanStep first = steps.isEmpty() ? PlanStep.named("nothing was fetched") : steps.get(0);
            steps.addAll(here.steps());
            boolean some = asks.stream().anyMatch(ask -> ask.needed().isPresent());
            return new Plan(
                    steps,
                    tests(statement, asks, first),
                    some ? Where.STOPS_EARLY : Where.NOT_KNOWN,
                    some ? first.inWords() : "");
        });
    }

    /** Each value of the statement: tested at the service, or here. */
    private static List<PlanTest> tests(Statement statement, List<SetAsk> asks, PlanStep step) {
        Set<Integer> tested = new HashSet<>();
        asks.forEach(ask -> tested.addAll(ask.tested()));
        return IntStream.rangeClosed(1, statement.values().size())
                .mapToObj(number ->
                        new PlanTest(tested.contains(number) ? Where.AT_SERVICE : Where.HERE, "", Set.of(number), step))
                .toList();
    }

    @Override
    public Catalogue catalogue(RunLimits limits, Cancellation cancellation) {
        List<EntitySet> sets =
                TimeLimit.within(clock, limits.longest(), cancellation, () -> description.sets(cancellation));
        return Catalogue.of(sets.stream().map(ODataSource::table).toList());
    }

    private static Catalogue.Table table(EntitySet set) {
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
        List<Catalogue.Index> key =
                set.key().isEmpty() ? List.of() : List.of(new Catalogue.Index("key", set.key(), true, true));
        return new Catalogue.Table("", set.name(), false, -1, columns, nullable, key, Optional.empty());
    }

    @Override
    public String health() {
        String name = life.told("/$metadata");
        Cancellation cancellation = new Cancellation();
        int count = TimeLimit.within(clock, SignOfLife.LONGEST, cancellation, () -> description.sets(cancellation))
                .size();
        return "%s, with %,d %s,".formatted(name, count, count == 1 ? "set" : "sets");
    }

    @Override
    public void close() {
        tables.close();
        asking.close();
    }
}
