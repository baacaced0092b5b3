package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.statement.Statement;
import plainsieve.demo.TradeQuery;
import plainsieve.sources.jdbc.JdbcSource;

/** The 22 queries of TPC-H on a cluster, parameterized and manual: the same rows, and every choice in the plan. */
class TpcHQueriesTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Dialect TRINO = Dialects.of("trino");

    /** Conditions that the engine merges into others, so that its plan no longer shows them. */
    private static final Map<String, Integer> FOLDED = Map.of("q19", 9);

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @TestFactory
    Stream<DynamicTest> returnTheRowsOfManualStatements() throws Exception {
        SourceSettings.Trino cluster = (SourceSettings.Trino)
                TestDatabases.awkward("trino", (connection, kind) -> {}).settings();
        SourceAccess tiny = new SourceAccess(
                "cluster",
                new SourceSettings.Trino(cluster.host(), cluster.port(), "tpch.tiny", "tests"),
                Secret.none());
        JdbcSource source = new JdbcSource(tiny, CLOCK);
        List<TradeQuery> queries = TradeQuery.all();
        assertThat(queries).hasSize(22);
        return queries.stream()
                .map(query -> DynamicTest.dynamicTest(query.name(), () -> check(source, query)))
                .onClose(source::close);
    }

    private static void check(JdbcSource source, TradeQuery query) {
        Statement statement = query.rewritten(TRINO);
        Statement byHand = new Statement(query.byHand(TRINO), List.of(), List.of(), Statement.NO_CAP);
        assertThat(rounded(TestDatabases.rows(source, statement)))
                .as(statement.text())
                .isEqualTo(rounded(TestDatabases.rows(source, byHand)));
        Plan plan =
                source.explain(new OutgoingStatement.Sql(statement), false, TestDatabases.LIMITS, new Cancellation());
        assertThat(Evidence.of(statement, TRINO, plan))
                .as("places that the plan does not show, of " + query.name())
                .hasSameSizeAs(statement.placements())
                .filteredOn(verdict -> verdict.where() == ExecutionSite.NOT_KNOWN)
                .hasSize(FOLDED.getOrDefault(query.name(), 0));
    }

    /** Sums of binary fractions depend on the order in which workers finish. */
    private static List<String> rounded(List<List<Object>> rows) {
        return rows.stream()
                .map(row -> row.stream()
                        .map(cell -> cell instanceof Double number ? "%.5g".formatted(number) : String.valueOf(cell))
                        .collect(Collectors.joining(" | ")))
                .toList();
    }
}
