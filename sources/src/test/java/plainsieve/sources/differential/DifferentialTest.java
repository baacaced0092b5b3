package plainsieve.sources.differential;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.statement.Statement;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * For random queries, data and choices on every real database, the rewritten statement returns exactly what a simple
 * evaluator returns, which reads the same data row by row and shares no code with the rewriter. A failing case is
 * reduced before it is reported.
 *
 * <p>More cases with other seeds: {@code mvn -pl sources -am test -Dtest=DifferentialTest -Ddifferential.cases=100000
 * -Ddifferential.seed=7}.
 */
class DifferentialTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long SEED = Long.getLong("differential.seed", 20261123);
    private static final int CASES = Integer.getInteger("differential.cases", 1_800);

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite", "trino"})
    void agreesWithTheEvaluator(String kind) throws Exception {
        int cases = Slow.cases(CASES, kind);
        int telling = 0;
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward(kind, Tables::write), CLOCK)) {
            for (int i = 0; i < cases; i++) {
                Case made = new CaseMaker(SEED * 1_000_003 + i, kind).make();
                Optional<String> difference = difference(source, made);
                if (difference.isPresent()) {
                    fail("Case %d of seed %d:%n%s", i, SEED, smallest(source, made));
                }
                telling += made.expected().isEmpty() ? 0 : 1;
            }
        }
        assertThat(telling).as("cases that give rows").isGreaterThan(cases / 2);
    }

    /** How the database's result differs; empty if it does not. */
    private static Optional<String> difference(JdbcSource source, Case made) {
        List<String> expected = made.expected();
        try {
            Statement statement = made.statement();
            List<String> rows = TestDatabases.rows(source, statement).stream()
                    .map(Cells::text)
                    .sorted()
                    .toList();
            return rows.equals(expected)
                    ? Optional.empty()
                    : Optional.of(statement.text() + "\nexpected " + expected + "\nbut got  " + rows);
        } catch (RuntimeException e) {
            return Optional.of(e.toString());
        }
    }

    private static String smallest(JdbcSource source, Case failing) {
        Case smallest = failing;
        Optional<Case> smaller = Optional.of(failing);
        while (smaller.isPresent()) {
            smallest = smaller.get();
            smaller = smallest.smaller()
                    .filter(candidate -> difference(source, candidate).isPresent())
                    .findFirst();
        }
        return smallest + "\n" + difference(source, smallest).orElseThrow();
    }
}
