package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.demo.ReportingTask;
import plainsieve.sources.jdbc.JdbcSource;

/** Tasks of report developers as steps and as SQL of an expert: the same rows with no more query blocks. */
class ReportingTasksTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb"})
    void areAsFlatAsWrittenByHand(String kind) throws Exception {
        List<ReportingTask> tasks = ReportingTask.all().stream()
                .filter(task -> !task.expertOn(kind).isEmpty())
                .toList();
        assertThat(tasks).hasSizeGreaterThan(38);
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            CatalogSchemaContext known =
                    new CatalogSchemaContext(source.catalogue(TestDatabases.LIMITS, new Cancellation()), Map.of());
            for (ReportingTask task : tasks) {
                StepsAnalysis analysis = StepsAnalysis.of("steps 1\n" + task.steps(), source.dialect(), known);
                assertThat(analysis.problems()).as(task.name()).isEmpty();
                String sql = analysis.statement().sql();
                String story = "%s on %s%n%s".formatted(task.name(), kind, sql);
                assertThat(rows(source, sql)).as(story).isNotEmpty().isEqualTo(rows(source, task.expertOn(kind)));
                // A common table expression is one block more than the duplicated text an expert may write.
                int declared = sql.startsWith("with ") ? 1 : 0;
                assertThat(blocks(source, sql))
                        .as(story)
                        .isLessThanOrEqualTo(blocks(source, task.expertOn(kind)) + declared);
            }
        }
    }

    private static int blocks(JdbcSource source, String sql) {
        return ParsedQuery.parse(sql, source.dialect()).blockCount();
    }

    private static List<String> rows(JdbcSource source, String sql) {
        List<String> rows = new ArrayList<>();
        for (List<Object> row : TestDatabases.rows(source, new Statement(sql, List.of(), List.of(), 100_000))) {
            rows.add(row.stream().map(ReportingTasksTest::cell).collect(Collectors.joining(" | ")));
        }
        rows.sort(null);
        return rows;
    }

    private static String cell(Object value) {
        return value instanceof Number number
                ? new BigDecimal(number.toString())
                        .round(new MathContext(6))
                        .stripTrailingZeros()
                        .toPlainString()
                : String.valueOf(value);
    }
}
