package plainsieve.sources.federation;

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
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.pushdown.ColumnConstraint;
import plainsieve.core.pushdown.PartPushdown;
import plainsieve.core.pushdown.PushedFilters;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ValueReader;
import plainsieve.sources.Cancellation;
import plainsieve.sources.PartSender;
import plainsieve.sources.RunSummary;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.CachedTables;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.EngineLimits;

/** Fetches the parts one after the other, with transferred keys, and stages their rows. */
final class FederatedExecutor {
    private static final int MOST_KEYS = 10_000;
    private static final Duration KEPT = Duration.ofMinutes(1);

    private final FederatedStatement sent;
    private final PartSender asks;
    private final PartPushdown partPushdown;
    private final FederatedSource.Limits limits;
    private final Cancellation cancellation;
    private final Map<String, PartFacts> done = new HashMap<>();
    private final List<PartFacts> facts = new ArrayList<>();

    FederatedExecutor(
            FederatedStatement sent,
            PartSender asks,
            PartPushdown partPushdown,
            FederatedSource.Limits limits,
            Cancellation cancellation) {
        this.sent = sent;
        this.asks = asks;
        this.partPushdown = partPushdown;
        this.limits = limits;
        this.cancellation = cancellation;
    }

    /** Throws {@link SourceFailure} if one of them fails; then nothing is kept. */
    CachedTables<List<PartFacts>> gather(EngineLimits engine, Path folder) {
        Path database = folder.resolve("sides-" + UUID.randomUUID() + ".duckdb");
        try {
            Files.createDirectories(folder);
            try (CellStaging staging =
                    CellStaging.inMemory(folder.resolve(UUID.randomUUID() + ".stage"), engine, cancellation)) {
                staging.execute("attach " + CellStaging.text(database) + " as kept");
                all(staging);
                staging.execute("detach kept");
            }
            return new CachedTables<>(database, List.copyOf(facts), System.nanoTime() + KEPT.toNanos());
        } catch (PartRows.StageFailed e) {
            CachedTables.remove(database);
            throw failed(e.why());
        } catch (SQLException | IOException e) {
            CachedTables.remove(database);
            throw failed(e);
        } catch (RuntimeException e) {
            CachedTables.remove(database);
            throw e;
        }
    }

    private SourceFailure failed(Exception e) {
        return cancellation.reason().isPresent()
                ? FederatedSource.stopped(cancellation)
                : new SourceFailure(
                        SourceFailure.Kind.UNREACHABLE,
                        "There is no disk space for the fetched rows.",
                        "Ask your administrator, or add conditions.",
                        e);
    }

    private void all(CellStaging staging) throws SQLException, IOException {
        List<FederatedStatement.PartStatement> left = new ArrayList<>(sent.parts());
        while (!left.isEmpty()) {
            FederatedStatement.PartStatement next =
                    new PartScheduler(partPushdown, this::mayTravel, this::count).of(left);
            left.remove(next);
            side(next, staging);
        }
    }

    private boolean mayTravel(SourcePart from, SourcePart to) {
        return from.source().equals(to.source()) || to.keysFrom().contains(from.source());
    }

    /** The number of rows of a part, up to one more than the maximum number of keys; empty if the source cannot count. */
    private Optional<Long> count(FederatedStatement.PartStatement one) {
        if (!asks.counts(one.part()) || !PushedFilters.can(one.statement())) {
            return Optional.empty();
        }
        RowCountProbe count = new RowCountProbe();
        try {
            Statement narrowed = PushedFilters.of(one.statement(), one.part().dialect(), tests(one.part()));
            asks.send(one.part(), RowCountProbe.statement(narrowed, MOST_KEYS + 1L), cancellation, count);
            return count.rows();
        } catch (SourceFailure e) {
            if (cancellation.reason().isPresent()) {
                throw e;
            }
            // A part that cannot be counted is fetched, which may report an error.
            return Optional.empty();
        }
    }

    private List<ColumnConstraint> tests(SourcePart part) {
        return partPushdown.tests().stream()
                .filter(test -> test.part().equals(part.name()))
                .map(PartPushdown.PartCondition::within)
                .toList();
    }

    private void side(FederatedStatement.PartStatement one, CellStaging staging) throws SQLException, IOException {
        long start = System.nanoTime();
        SourcePart part = one.part();
        List<String> words = new ArrayList<>();
        List<ColumnConstraint> within = new ArrayList<>(tests(part));
        within.forEach(test -> words.add("the condition on " + test.column()));
        if (PushedFilters.can(one.statement())) {
            keys(part, staging, within, words);
        }
        Statement statement = PushedFilters.of(one.statement(), part.dialect(), within);
        PartRows rows = new PartRows(staging, part.name());
        RunSummary summary = withLocation(
                one,
                statement,
                () -> asks.send(
                        part,
                        new Statement(statement.text(), statement.values(), statement.placements(), limits.mostRows()),
                        cancellation,
                        rows));
        staging.stoppedBy(cancellation);
        staging.end();
        if (summary.more()) {
            throw new SourceFailure(
                    SourceFailure.Kind.REFUSED_STATEMENT,
                    "“%s” of %s returns more than %,d rows, which is too many to fetch."
                            .formatted(part.name(), part.source(), limits.mostRows()),
                    "Add a condition or a total before the step that joins another source.",
                    null);
        }
        staging.execute("create table kept.%s as select %s from cells"
                .formatted(
                        CellStaging.name(part.name()),
                        new CellTypes(staging, part.columns()).selected(rows.columns())));
        staging.execute("drop table cells");
        long millis = Duration.ofNanos(System.nanoTime() - start).toMillis();
        PartFacts of = new PartFacts(part.name(), part.source(), rows.rows(), words, millis);
        done.put(part.name(), of);
        facts.add(of);
    }

    /** A character that some databases reject in text: with it, all rows are fetched. */
    private static boolean canBeSent(String key) {
        return key.indexOf('\0') < 0;
    }

    /** An error position in a part is mapped to the whole text if the part was sent unchanged. */
    private static RunSummary withLocation(
            FederatedStatement.PartStatement one, Statement sent, Supplier<RunSummary> asking) {
        try {
            return asking.get();
        } catch (SourceFailure e) {
            boolean same = sent.text().equals(one.statement().text());
            throw e.at(
                    same && e.position().isPresent()
                            ? OptionalInt.of(
                                    e.position().getAsInt() + one.part().start())
                            : OptionalInt.empty());
        }
    }

    /** Constraints from the fetched keys of other parts, as far as transfer is permitted. */
    private void keys(SourcePart part, CellStaging staging, List<ColumnConstraint> within, List<String> words)
            throws SQLException {
        for (PartPushdown.KeyDependency link : partPushdown.links()) {
            boolean known = link.part().equals(part.name()) && done.containsKey(link.of());
            if (!known || !mayTravel(side(link.of()), part)) {
                continue;
            }
            List<List<String>> keys = staging.query("select distinct %s from kept.%s where %s is not null limit %d"
                    .formatted(
                            CellStaging.name(link.among()),
                            CellStaging.name(link.of()),
                            CellStaging.name(link.among()),
                            MOST_KEYS + 1));
            if (keys.size() <= MOST_KEYS && keys.stream().allMatch(row -> canBeSent(row.get(0)))) {
                within.add(new ColumnConstraint.AllowedSet(
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

    private SourcePart side(String name) {
        return sent.parts().stream()
                .map(FederatedStatement.PartStatement::part)
                .filter(part -> part.name().equals(name))
                .findFirst()
                .orElseThrow();
    }
}
