package plainsieve.sources.web;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.dialect.Functions;
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
import plainsieve.sources.engine.Engines;
import plainsieve.sources.engine.UnreadableFile;

/**
 * A service that speaks OData 4: its entity sets are tables. What it can filter, choose, order and count of a statement it is asked
 * for; the statement itself is run by an engine of this process on the rows that come.
 */
public final class ODataSource implements Source {
    private static final Duration DESCRIBED_FOR = Duration.ofMinutes(10);
    private static final long MOST_OF_A_DESCRIPTION = 64 << 20;
    private static final double NANOS_PER_MILLI = 1e6;

    private final SourceAccess access;
    private final Path folder;
    private final HttpAsking asking;
    private final AskedTables tables;
    private final SignOfLife life;
    private Optional<Described> described = Optional.empty();

    /** What the service has said of itself, and until when that is believed. */
    private record Described(List<EntitySet> sets, long until) {}

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
        this.folder = folder;
        this.asking = new HttpAsking(access, reaching.hosts(), reaching.limits());
        AnswerFetch fetch = new AnswerFetch(asking, reaching.limits(), engines.each(), folder);
        this.tables = new AskedTables(access, engines, clock, new Answers(fetch, asking, clock));
        this.life = new SignOfLife(asking, folder, clock);
    }

    @Override
    public Answer run(Dispatch what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        Statement statement = ((Dispatch.Sql) what).statement();
        List<EntitySet> sets = sets(cancellation);
        long start = System.nanoTime();
        Optional<RowCount> count = SetAsks.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            return counted(count.get(), cancellation, receiver);
        }
        List<TableAsk> asked = asked(SetAsks.of(statement, access.settings().dialect(), sets));
        return tables.on(asked, limits.longest(), cancellation, (engine, facts) -> {
            double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
            return engine.run(what, limits, cancellation, receiver).madeOf(AskedTables.rows(facts), millis);
        });
    }

    private Answer counted(RowCount count, Cancellation cancellation, RowReceiver receiver) {
        long start = System.nanoTime();
        Ask ask = Ask.get(ODataPaths.count(count.ask()), Directions.of(List.of()));
        long number = fetched(ask, cancellation, file -> {
            String text = Files.readString(file).replace("\uFEFF", "").strip();
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
        Statement statement = ((Dispatch.Sql) what).statement();
        List<EntitySet> sets = sets(cancellation);
        Optional<RowCount> count = SetAsks.count(statement, access.settings().dialect(), sets);
        if (count.isPresent()) {
            PlanStep step = PlanStep.named("get " + ODataPaths.count(count.get().ask()));
            return new Plan(List.of(step), tests(statement, List.of(count.get().ask()), step), Where.NOT_KNOWN, "");
        }
        List<SetAsk> asks = SetAsks.of(statement, access.settings().dialect(), sets);
        return tables.on(asked(asks), limits.longest(), cancellation, (engine, facts) -> {
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
        return new Catalogue(
                sets(cancellation).stream().map(ODataSource::table).toList(), List.of(), new Functions(Map.of()));
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

    private synchronized List<EntitySet> sets(Cancellation cancellation) {
        if (described.filter(one -> System.nanoTime() - one.until() < 0).isEmpty()) {
            Ask ask = new Ask(
                    false,
                    "/$metadata",
                    Map.of("Accept", "application/xml"),
                    Optional.empty(),
                    Directions.of(List.of()));
            described = Optional.of(new Described(
                    fetched(ask, cancellation, Metadata::read), System.nanoTime() + DESCRIBED_FOR.toNanos()));
        }
        return described.get().sets();
    }

    private interface Reading<T> {
        T read(Path file) throws IOException;
    }

    private <T> T fetched(Ask ask, Cancellation cancellation, Reading<T> reading) {
        try {
            Files.createDirectories(folder);
            Path file = Files.createTempFile(folder, "told", ".draft");
            try {
                asking.ask(asking.address(ask.path()), ask, file, MOST_OF_A_DESCRIPTION, cancellation);
                return reading.read(file);
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (UnreadableFile e) {
            throw asking.failures()
                    .refused("What the service answered " + e.getMessage() + ".", "Look at its address on Sources.");
        } catch (IOException e) {
            throw asking.failures().full(e);
        }
    }

    @Override
    public String health() {
        String name = life.told("/$metadata");
        int count = sets(new Cancellation()).size();
        return "%s, with %,d %s,".formatted(name, count, count == 1 ? "set" : "sets");
    }

    @Override
    public void close() {
        tables.close();
    }
}
