package plainsieve.sources.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.Plan;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.demo.TrinoFerries;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * Where each choice runs on a real cluster, for every form of a condition, of a join and of a list, on tables of a connector
 * without pushdown (memory) and with it (tpch). None is unknown: each plan has the condition.
 */
class TrinoVerdictsTest {
    private static final int CROSSINGS = 200;
    private static final long CAP = 1_000;
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Map<String, Parameter> PARAMETERS = Stream.of(
                    Parameter.of("port", Type.TEXT).asMultiple(),
                    Parameter.of("state", Type.TEXT).asMultiple(),
                    Parameter.of("ids", Type.INTEGER).asMultiple(),
                    Parameter.of("from", Type.DATE),
                    Parameter.of("to", Type.DATE),
                    Parameter.of("min_delay", Type.INTEGER),
                    Parameter.of("n", Type.INTEGER),
                    Parameter.of("rows", Type.INTEGER),
                    Parameter.of("fare", Type.DECIMAL),
                    Parameter.of("vessel", Type.TEXT),
                    Parameter.of("word", Type.TEXT))
            .collect(Collectors.toMap(Parameter::name, parameter -> parameter, (one, same) -> one, LinkedHashMap::new));

    private static JdbcSource source;

    @BeforeAll
    static void connect() throws Exception {
        source = new JdbcSource(
                TestDatabases.awkward(
                        "trino", (connection, kind) -> TrinoFerries.write(connection, CROSSINGS, written -> {})),
                CLOCK);
    }

    @AfterAll
    static void stop() {
        source.close();
        CLOCK.shutdownNow();
    }

    /** A line: the verdicts in the order of the placements, the query, the choices. */
    @TestFactory
    Stream<DynamicTest> matchesEachForm() throws IOException {
        String lines = new String(
                TrinoVerdictsTest.class
                        .getResourceAsStream("trino-conditions.txt")
                        .readAllBytes(),
                StandardCharsets.UTF_8);
        return lines.lines().filter(line -> !line.isBlank()).map(line -> {
            String[] parts = line.split(" \\| ");
            return DynamicTest.dynamicTest(
                    line, () -> assertThat(verdicts(parts[1], parts[2])).isEqualTo(parts[0].strip()));
        });
    }

    private static String verdicts(String query, String chosen) {
        Statement statement = PreparedQuery.of(query.strip(), Dialects.of("trino"))
                .rewrite(
                        new Choices(PARAMETERS, ChoiceReader.readAll(PARAMETERS, choices(chosen))),
                        ResultShape.allRows(),
                        CAP);
        Plan plan =
                source.explain(new OutgoingStatement.Sql(statement), false, TestDatabases.LIMITS, new Cancellation());
        return Evidence.of(statement, source.dialect(), plan).stream()
                .map(verdict ->
                        verdict.placement().parameter() + " " + verdict.where().inWords())
                .collect(Collectors.joining(", "));
    }

    /** {@code ids=1,2; from=2026-03-01}; {@code 1..70} are all numbers between. */
    private static Map<String, ChoiceText> choices(String written) {
        Map<String, ChoiceText> choices = new HashMap<>();
        for (String one : written.strip().split(";")) {
            String[] named = one.strip().split("=");
            choices.put(
                    named[0],
                    ChoiceText.of(Arrays.stream(named[1].split(","))
                            .flatMap(TrinoVerdictsTest::values)
                            .toList()));
        }
        return choices;
    }

    private static Stream<String> values(String written) {
        String[] ends = written.split("\\.\\.");
        return ends.length == 1
                ? Stream.of(written)
                : IntStream.rangeClosed(Integer.parseInt(ends[0]), Integer.parseInt(ends[1]))
                        .mapToObj(Integer::toString);
    }
}
