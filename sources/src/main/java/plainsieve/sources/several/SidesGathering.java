package plainsieve.sources.several;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.UUID;
import java.util.function.Supplier;
import plainsieve.core.narrow.Narrowed;
import plainsieve.core.narrow.Narrowing;
import plainsieve.core.narrow.Within;
import plainsieve.core.sides.SentSides;
import plainsieve.core.sides.Side;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ValueReader;
import plainsieve.sources.Answer;
import plainsieve.sources.AsksSides;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.KeptTables;
import plainsieve.sources.engine.Stage;

/** Asks one side after the other and puts its rows into a table, each with the values of those before it that it may be sent. */
final class SidesGathering {
    private static final int MOST_KEYS = 10_000;
    private static final Duration KEPT = Duration.ofMinutes(1);

    private final SentSides sent;
    private final AsksSides asks;
    private final Narrowing narrowing;
    private final SeveralSources.Limits limits;
    private final Cancellation cancellation;
    private final Map<String, SideFacts> done = new HashMap<>();
    private final List<SideFacts> facts = new ArrayList<>();

    SidesGathering(
            SentSides sent,
            AsksSides asks,
            Narrowing narrowing,
            SeveralSources.Limits limits,
            Cancellation cancellation) {
        this.sent = sent;
        this.asks = asks;
        this.narrowing = narrowing;
        this.limits = limits;
        this.cancellation = cancellation;
    }

    /** Throws {@link SourceFailure} when one of them fails; then nothing stays. */
    KeptTables<List<SideFacts>> gather(EngineLimits engine, Path folder) {
        Path database = folder.resolve("sides-" + UUID.randomUUID() + ".duckdb");
        try {
            Files.createDirectories(folder);
            try (Stage stage = Stage.inMemory(folder.resolve(UUID.randomUUID() + ".stage"), engine, cancellation)) {
                stage.execute("attach " + Stage.text(database) + " as kept");
                all(stage);
                stage.execute("detach kept");
            }
            return new KeptTables<>(database, List.copyOf(facts), System.nanoTime() + KEPT.toNanos());
        } catch (SideRows.StageFailed e) {
            KeptTables.remove(database);
            throw failed(e.why());
        } catch (SQLException | IOException e) {
            KeptTables.remove(database);
            throw failed(e);
        } catch (RuntimeException e) {
            KeptTables.remove(database);
            throw e;
        }
    }

    private SourceFailure failed(Exception e) {
        return cancellation.reason().isPresent()
                ? SeveralSources.stopped(cancellation)
                : new SourceFailure(
                        SourceFailure.Kind.UNREACHABLE,
                        "There is no room here for the rows that were fetched.",
                        "Ask who runs this server, or narrow what is asked of the sources.",
                        e);
    }

    private void all(Stage stage) throws SQLException, IOException {
        List<SentSides.One> left = new ArrayList<>(sent.sides());
        while (!left.isEmpty()) {
            SentSides.One next = new NextSide(narrowing, this::mayTravel, this::count).of(left);
            left.remove(next);
            side(next, stage);
        }
    }

    private boolean mayTravel(Side from, Side to) {
        return from.source().equals(to.source()) || to.keysFrom().contains(from.source());
    }

    /** How many rows a side has, up to one more than can travel; nothing when its source cannot tell without giving them. */
    private Optional<Long> count(SentSides.One one) {
        if (!asks.counts(one.side()) || !Narrowed.can(one.statement())) {
            return Optional.empty();
        }
        CountedSide count = new CountedSide();
        try {
            Statement narrowed = Narrowed.of(one.statement(), one.side().dialect(), tests(one.side()));
            asks.ask(one.side(), CountedSide.statement(narrowed, MOST_KEYS + 1L), cancellation, count);
            return count.rows();
        } catch (SourceFailure e) {
            if (cancellation.reason().isPresent()) {
                throw e;
            }
            // What cannot be counted is fetched all the same, and fails there if it does.
            return Optional.empty();
        }
    }

    private List<Within> tests(Side side) {
        return narrowing.tests().stream()
                .filter(test -> test.side().equals(side.name()))
                .map(Narrowing.Test::within)
                .toList();
    }

    private void side(SentSides.One one, Stage stage) throws SQLException, IOException {
        long start = System.nanoTime();
        Side side = one.side();
        List<String> words = new ArrayList<>();
        List<Within> within = new ArrayList<>(tests(side));
        within.forEach(test -> words.add("the condition on " + test.column()));
        if (Narrowed.can(one.statement())) {
            keys(side, stage, within, words);
        }
        Statement statement = Narrowed.of(one.statement(), side.dialect(), within);
        SideRows rows = new SideRows(stage, side.name());
        Answer answer = placed(
                one,
                statement,
                () -> asks.ask(
                        side,
                        new Statement(statement.text(), statement.values(), statement.placements(), limits.mostRows()),
                        cancellation,
                        rows));
        stage.stoppedBy(cancellation);
        stage.end();
        if (answer.more()) {
            throw new SourceFailure(
                    SourceFailure.Kind.REFUSED_STATEMENT,
                    "“%s” of %s gives more than %,d rows, which are too many to be fetched."
                            .formatted(side.name(), side.source(), limits.mostRows()),
                    "Put a condition or a total in front of the step that takes rows from elsewhere.",
                    null);
        }
        stage.execute("create table kept.%s as select %s from cells"
                .formatted(Stage.name(side.name()), new CellTypes(stage, side.columns()).selected(rows.columns())));
        stage.execute("drop table cells");
        long millis = Duration.ofNanos(System.nanoTime() - start).toMillis();
        SideFacts of = new SideFacts(side.name(), side.source(), rows.rows(), words, millis);
        done.put(side.name(), of);
        facts.add(of);
    }

    /** A character that some databases take in no text, and others may have: who has it in a key gets all rows. */
    private static boolean canBeSent(String key) {
        return key.indexOf('\0') < 0;
    }

    /** What a source complains of is told at its place in all that was sent, where its side was sent as it stands there. */
    private static Answer placed(SentSides.One one, Statement sent, Supplier<Answer> asking) {
        try {
            return asking.get();
        } catch (SourceFailure e) {
            boolean same = sent.text().equals(one.statement().text());
            throw e.at(
                    same && e.position().isPresent()
                            ? OptionalInt.of(
                                    e.position().getAsInt() + one.side().start())
                            : OptionalInt.empty());
        }
    }

    /** The values of other sides that a row must have, as far as they are known and may travel. */
    private void keys(Side side, Stage stage, List<Within> within, List<String> words) throws SQLException {
        for (Narrowing.Link link : narrowing.links()) {
            boolean known = link.side().equals(side.name()) && done.containsKey(link.of());
            if (!known || !mayTravel(side(link.of()), side)) {
                continue;
            }
            List<List<String>> keys = stage.ask("select distinct %s from kept.%s where %s is not null limit %d"
                    .formatted(
                            Stage.name(link.among()), Stage.name(link.of()), Stage.name(link.among()), MOST_KEYS + 1));
            if (keys.size() <= MOST_KEYS && keys.stream().allMatch(row -> canBeSent(row.get(0)))) {
                within.add(new Within.Among(
                        link.column(),
                        link.type(),
                        keys.stream()
                                .map(row -> ValueReader.read(link.type(), row.get(0)))
                                .toList()));
                words.add("%,d %s of %s of %s"
                        .formatted(keys.size(), keys.size() == 1 ? "value" : "values", link.among(), link.of()));
            }
        }
    }

    private Side side(String name) {
        return sent.sides().stream()
                .map(SentSides.One::side)
                .filter(side -> side.name().equals(name))
                .findFirst()
                .orElseThrow();
    }
}
