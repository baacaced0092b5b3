package plainsieve.sources.differential;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * Every kind of view, with random figures, groupings and choices, on every real database: the numbers equal those of an
 * evaluator that reads the same rows one by one and shares no code with the product.
 */
class ViewsDifferentialTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long SEED = Long.getLong("differential.seed", 20261126);
    private static final int CASES = Integer.getInteger("views.cases", 400);
    private static final String QUERY =
            "select id, port, delay, day, moment, amount from t where port in (:ports) and delay >= :least";
    private static final Map<String, Parameter> PARAMETERS = Map.of(
            "ports", Parameter.of("ports", Type.TEXT).asMultiple(),
            "least", Parameter.of("least", Type.INTEGER));

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite", "trino"})
    void everyViewKindAgreesWithTheEvaluator(String kind) throws Exception {
        int cases = Slow.cases(CASES, kind);
        int telling = 0;
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward(kind, Tables::write), CLOCK)) {
            PreparedQuery query = PreparedQuery.of(QUERY, source.dialect());
            boolean hasMedian = source.dialect().median("x").isPresent();
            for (int i = 0; i < cases; i++) {
                ViewCase made = ViewCase.random(new SplittableRandom(SEED * 1_000_003 + i), hasMedian);
                ResultShape shape = made.shown()
                        .shapeOf(made.part(), java.util.Optional.empty())
                        .orElseThrow();
                Statement statement = query.rewrite(choices(made.choices()), shape, Statement.NO_CAP);
                List<String> got = TestDatabases.rows(source, statement).stream()
                        .map(ViewCase::inText)
                        .sorted()
                        .toList();
                assertThat(got)
                        .as("case %d of seed %d%n%s%n%s", i, SEED, made, statement.text())
                        .isEqualTo(made.expected());
                telling += got.size() > 1 ? 1 : 0;
            }
        }
        assertThat(telling).as("cases that give several rows").isGreaterThan(cases / 4);
    }

    private static Choices choices(Map<String, ChoiceText> chosen) {
        return new Choices(PARAMETERS, ChoiceReader.readAll(PARAMETERS, chosen));
    }
}
