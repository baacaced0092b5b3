package plainsieve.sources.differential;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.TestDatabases.Answered;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * A filter, a grouping or a sort added to a query returns the rows of the manually wrapped query with literals,
 * wherever the filter went, with and without table metadata.
 *
 * <p>More cases with other seeds: {@code -Dontop.cases=100000 -Dontop.seed=7}.
 */
class OnTopDifferentialTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long SEED = Long.getLong("ontop.seed", 20261126);
    private static final int CASES = Integer.getInteger("ontop.cases", 600);

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite", "trino"})
    void equalsTheManuallyWrappedQuery(String kind) throws Exception {
        int cases = Slow.cases(CASES, kind);
        int asked = 0;
        int inside = 0;
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward(kind, OnTopTables::write), CLOCK)) {
            SourceNames tables = SourceNames.of(
                    source.catalogue(TestDatabases.LIMITS, new Cancellation()).tableColumns());
            Map<String, Answered> plain = new HashMap<>();
            for (int i = 0; i < cases; i++) {
                long seed = SEED * 1_000_003 + i;
                String query = new OnTop(seed, kind).query();
                SplittableRandom random = new SplittableRandom(seed + 1);
                Optional<Answered> rows = answer(source, query, plain);
                if (rows.isEmpty()) {
                    continue;
                }
                OnTopFilter filter = OnTopFilter.of(rows.get(), random, Dialects.of(kind));
                PreparedQuery filtered = PreparedQuery.of(query, Dialects.of(kind))
                        .with(List.of(filter.added()), random.nextBoolean() ? tables : SourceNames.none());
                ResultShape shape = wanted(filter.added().column(), random);
                check(
                        source,
                        new Asked("case %d of seed %d on %s".formatted(i, SEED, kind), kind, query, filter, shape),
                        filtered);
                asked++;
                inside += filtered.filterPlacements().get(0).where() == FilterPlacement.Where.AROUND ? 0 : 1;
            }
        }
        assertThat(asked).as("queries that run").isGreaterThan(cases / 2);
        assertThat(inside).as("filters that go inside").isGreaterThan(asked / 4);
    }

    private static ResultShape wanted(String column, SplittableRandom random) {
        return switch (random.nextInt(5)) {
            case 0 ->
                new ResultShape.Totals(
                        List.of(new ResultShape.Key(column, Optional.empty())),
                        List.of(Measure.countOfRows()),
                        ResultShape.Order.KEYS);
            case 1 -> new ResultShape.Rows(Optional.of(new ResultShape.Sort(column, true)), Optional.empty());
            default -> ResultShape.allRows();
        };
    }

    private static Optional<Answered> answer(JdbcSource source, String query, Map<String, Answered> known) {
        try {
            return Optional.of(known.computeIfAbsent(
                    query, text -> TestDatabases.answer(source, new Statement(text, List.of(), List.of(), 10_000))));
        } catch (SourceFailure e) {
            // The generator ignores types; a query that the database rejects is no case.
            return Optional.empty();
        }
    }

    /** @param kind of the database */
    private record Asked(String which, String kind, String query, OnTopFilter filter, ResultShape wanted) {
        boolean grouped() {
            return wanted instanceof ResultShape.Totals;
        }

        /** MariaDB pushes a condition into a subquery, where it may match other rows, except below a limit. */
        String byHand() {
            String shown = grouped() ? filter.name() + ", count(*)" : "*";
            String complete = "(" + query + "\n)";
            String rows = kind.equals("mariadb") ? "(select * from " + complete + " z limit 1000000)" : complete;
            return "select " + shown + " from " + rows + " m where " + filter.byHand()
                    + (grouped() ? " group by " + filter.name() : "");
        }
    }

    private static void check(JdbcSource source, Asked asked, PreparedQuery filtered) {
        Optional<Answered> expected = answer(source, asked.byHand(), new HashMap<>());
        if (expected.isEmpty()) {
            return;
        }
        Statement statement = filtered.rewrite(asked.filter().choices(), asked.wanted(), Statement.NO_CAP);
        String story = "%s%n%s%nby hand: %s%nsent: %s %s"
                .formatted(asked.which(), asked.query(), asked.byHand(), statement.text(), statement.values());
        try {
            assertThat(sorted(TestDatabases.rows(source, statement), asked.grouped()))
                    .as(story)
                    .isEqualTo(sorted(expected.get().rows(), asked.grouped()));
        } catch (SourceFailure e) {
            fail(story + "\n" + e);
        }
    }

    /** A group of texts that the database considers equal may be labeled by any of them. */
    private static List<String> sorted(List<List<Object>> rows, boolean grouped) {
        return rows.stream()
                .map(Cells::text)
                .map(text -> grouped ? text.toLowerCase(Locale.ROOT).replaceAll(" +'", "'") : text)
                .sorted()
                .toList();
    }
}
