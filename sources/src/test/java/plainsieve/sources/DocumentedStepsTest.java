package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

/** Every example of docs/steps.md and of the file with less common chains runs on every database, with and without table metadata, or is rejected as documented. */
class DocumentedStepsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final List<Path> DOCUMENTS = List.of(
            Path.of("..", "docs", "steps.md"),
            Path.of("..", "core", "src", "test", "resources", "steps", "statements.md"));
    private static final Pattern STEPS = Pattern.compile("(?ms)^```steps\\n(.*?)\\n```$");

    private static final Map<String, String> QUERIES = Map.of(
            "late",
            "steps 1\nfrom crossings\nwhere delay_min > :min",
            "worst",
            "steps 1\nfrom crossings\njoin ports on port_id, adding island; keep only matching rows\n"
                    + "where island = :island and departed_at is on :day\ngroup by state: count of rows as n\n"
                    + "first 1 rows by n desc");

    private static final Map<String, Parameter> PARAMETERS = new HashMap<>();
    private static final Map<String, ChoiceText> CHOSEN = new HashMap<>();

    static {
        chosen("from", Type.DATE, "2026-03-01");
        chosen("to", Type.DATE, "2026-03-31");
        chosen("month", Type.DATE, "2026-03-01");
        chosen("day", Type.DATE, "2026-03-02");
        chosen("word", Type.TEXT, "C%_'");
        chosen("island", Type.TEXT, "Hethra");
        chosen("min", Type.INTEGER, "15");
        chosen("rows", Type.INTEGER, "20");
        chosen("last", Type.INTEGER, "2026");
    }

    private static void chosen(String name, Type type, String value) {
        PARAMETERS.put(name, Parameter.of(name, type));
        CHOSEN.put(name, ChoiceText.of(value));
    }

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite", "trino"})
    void runAsDocumented(String kind) throws Exception {
        int ran = 0;
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            CatalogSchemaContext around =
                    new CatalogSchemaContext(source.catalogue(TestDatabases.LIMITS, new Cancellation()), QUERIES);
            Matcher example = STEPS.matcher(text());
            while (example.find()) {
                StepsAnalysis analysis = StepsAnalysis.of("steps 1\n" + example.group(1), source.dialect(), around);
                boolean refused =
                        analysis.problems().stream().anyMatch(problem -> problem.kind() == ProblemKind.NOT_SUPPORTED);
                boolean isTableFunction = example.group(1).contains("crossings_of_month");
                if (!refused && !(isTableFunction && kind.equals("sqlite"))) {
                    assertThat(analysis.problems()).as(example.group(1)).isEmpty();
                    run(source, example.group(1), analysis.statement().sql());
                    ran++;
                }
            }
        }
        assertThat(ran).isGreaterThan(55);
    }

    private static String text() throws IOException {
        StringBuilder all = new StringBuilder();
        for (Path document : DOCUMENTS) {
            all.append(Files.readString(document)).append('\n');
        }
        return all.toString();
    }

    private static void run(JdbcSource source, String steps, String sql) {
        PreparedQuery query = PreparedQuery.of(sql, source.dialect());
        Map<String, ChoiceText> texts = new HashMap<>(CHOSEN);
        texts.keySet().retainAll(query.parameterNames());
        Map<String, Parameter> needed = new HashMap<>(PARAMETERS);
        needed.keySet().retainAll(query.parameterNames());
        Map<String, Choice> choices = ChoiceReader.readAll(needed, texts);
        Statement statement = query.rewrite(new Choices(needed, choices), ResultShape.allRows(), 50);
        try {
            TestDatabases.rows(source, statement);
        } catch (SourceFailure e) {
            fail(steps + "\n" + statement.text() + "\n" + e);
        }
    }
}
