package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
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
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * For random conditions and choices on real databases, the rewritten statement returns what a manually written statement
 * returns: the same condition tree printed with literals and without blank leaves. The printer is independent of the
 * rewriter; it works on its own tree, not on text.
 */
class RewritingOnRealDatabasesTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long SEED = 4711;
    private static final int CASES = 400;
    private static final long NO_CAP = 1_000_000;
    private static final String ROWS = "select crossing_id from crossings where crossing_id <= 3000 and ";

    private static final List<Parameter> PARAMETERS = List.of(
            Parameter.of("state", Type.TEXT).asMultiple(),
            Parameter.of("delay", Type.INTEGER),
            Parameter.of("low", Type.INTEGER),
            Parameter.of("high", Type.INTEGER),
            Parameter.of("note", Type.TEXT).asMultiple(),
            Parameter.of("since", Type.DATE));

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    /** A condition with parameters, and its manual form with literals, which is empty if omitted. */
    private record Pair(String written, String byHand) {}

    private static final class Generator {
        private final SplittableRandom random;
        private final Map<String, ChoiceText> choices = new LinkedHashMap<>();

        Generator(long seed) {
            random = new SplittableRandom(seed);
            choose("state", List.of("SAILED", "CANCELLED", "DIVERTED", "it's"));
            choose("delay", List.of("0", "5", "15", "40"));
            choose("low", List.of("0", "10", "-3"));
            choose("high", List.of("12", "60", "0"));
            choose(
                    "note",
                    List.of("seals on the slip", "swell 'on the beam'", "50% load, \"quiet\" crossing", "?", ":note"));
            choose("since", List.of("2023-01-03", "2024-02-29", "1900-01-01"));
        }

        private void choose(String name, List<String> values) {
            boolean many = PARAMETERS.stream().anyMatch(p -> p.name().equals(name) && p.multiple());
            int count = random.nextInt(many ? 4 : 2);
            List<String> chosen = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                chosen.add(values.get(random.nextInt(values.size())));
            }
            boolean withoutValue = many && random.nextInt(4) == 0;
            choices.put(
                    name,
                    chosen.isEmpty() && !withoutValue
                            ? ChoiceText.blank()
                            : new ChoiceText(ChoiceText.Kind.VALUES, chosen, withoutValue));
        }

        Pair condition(int depth) {
            if (depth == 0 || random.nextInt(3) == 0) {
                return leaf();
            }
            return random.nextInt(5) == 0 ? negated(depth) : joined(depth);
        }

        private Pair negated(int depth) {
            Pair inner = condition(depth - 1);
            return new Pair("not (" + inner.written + ")", inner.byHand.isEmpty() ? "" : "not (" + inner.byHand + ")");
        }

        private Pair joined(int depth) {
            String word = random.nextBoolean() ? " and " : random.nextBoolean() ? " or " : "\n  OR -- why\n ";
            List<Pair> items = new ArrayList<>();
            for (int i = random.nextInt(2, 4); i > 0; i--) {
                items.add(condition(depth - 1));
            }
            String written = String.join(
                    word, items.stream().map(item -> "(" + item.written + ")").toList());
            String byHand = String.join(
                    word.contains("and") ? " and " : " or ",
                    items.stream()
                            .map(Pair::byHand)
                            .filter(text -> !text.isEmpty())
                            .map(text -> "(" + text + ")")
                            .toList());
            return new Pair(written, byHand);
        }

        private Pair leaf() {
            return switch (random.nextInt(12)) {
                case 0 -> new Pair("passengers > 100", "passengers > 100");
                case 1 -> membership("state", "state", "= :state", false);
                case 2 -> membership("state", "state", "not in (:state)", true);
                case 3 -> membership("master_note", "note", "in (:note)", false);
                case 4 -> membership("master_note", "note", "<> :note", true);
                case 5 -> one("delay_min >= %s", "delay", false);
                case 6 -> one("departed_at < %s + interval '1 day'", "since", true);
                case 7 -> range();
                case 8 -> idiom("(:delay is null or delay_min = :delay)");
                case 10 -> truthTest();
                case 9 -> idiom("delay_min = coalesce(:delay, delay_min)");
                default -> exists();
            };
        }

        private Pair membership(String column, String parameter, String test, boolean negated) {
            ChoiceText choice = choices.get(parameter);
            List<String> parts = new ArrayList<>();
            for (String value : choice.values()) {
                parts.add(column + (negated ? " <> " : " = ") + text(value));
            }
            if (choice.withoutValue()) {
                parts.add(column + (negated ? " is not null" : " is null"));
            }
            return new Pair(column + " " + test, String.join(negated ? " and " : " or ", parts));
        }

        private Pair one(String pattern, String parameter, boolean date) {
            ChoiceText choice = choices.get(parameter);
            String literal = choice.values().isEmpty()
                    ? ""
                    : (date
                            ? "date '" + choice.values().get(0) + "'"
                            : choice.values().get(0));
            return new Pair(pattern.formatted(":" + parameter), literal.isEmpty() ? "" : pattern.formatted(literal));
        }

        private Pair range() {
            boolean not = random.nextInt(3) == 0;
            List<String> parts = new ArrayList<>();
            choices.get("low").values().forEach(low -> parts.add("delay_min " + (not ? "< " : ">= ") + low));
            choices.get("high").values().forEach(high -> parts.add("delay_min " + (not ? "> " : "<= ") + high));
            return new Pair(
                    "delay_min " + (not ? "NOT " : "") + "between :low and :high",
                    String.join(not ? " or " : " and ", parts));
        }

        private Pair truthTest() {
            Pair tested = random.nextBoolean()
                    ? membership("master_note", "note", "in (:note)", false)
                    : membership("state", "state", "not in (:state)", true);
            String test = " is " + (random.nextBoolean() ? "not " : "") + (random.nextBoolean() ? "true" : "false");
            boolean bracketed = random.nextBoolean();
            return new Pair(
                    (bracketed ? "(" + tested.written + ")" : tested.written) + test,
                    tested.byHand.isEmpty() ? "" : "(" + tested.byHand + ")" + test);
        }

        private Pair idiom(String written) {
            return new Pair(written, one("delay_min = %s", "delay", false).byHand);
        }

        private Pair exists() {
            Pair inner = one("r.minutes >= %s", "delay", false);
            String query = "exists (select 1 from routes r where r.route_id = crossings.route_id%s)";
            return new Pair(
                    query.formatted(" and " + inner.written),
                    query.formatted(inner.byHand.isEmpty() ? "" : " and " + inner.byHand));
        }

        private static String text(String value) {
            return "'" + value.replace("'", "''") + "'";
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql"})
    void returnsTheRowsOfTheManualStatement(String kind) throws Exception {
        Map<String, Parameter> parameters = new LinkedHashMap<>();
        PARAMETERS.forEach(parameter -> parameters.put(parameter.name(), parameter));
        int notEmpty = 0;
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            for (int i = 0; i < CASES; i++) {
                Generator generator = new Generator(SEED + i);
                Pair pair = generator.condition(3);
                Map<String, Choice> chosen = ChoiceReader.readAll(parameters, generator.choices);
                Statement ours = PreparedQuery.of(ROWS + "(" + pair.written + ") order by 1", source.dialect())
                        .rewrite(new Choices(parameters, chosen), ResultShape.allRows(), NO_CAP);
                String byHand = ROWS + (pair.byHand.isEmpty() ? "true" : "(" + pair.byHand + ")") + " order by 1";
                List<List<Object>> rows = rows(source, ours);
                assertThat(rows)
                        .as(
                                "case %d of seed %d: %s with %s became %s",
                                i, SEED, pair.written, generator.choices, ours.text())
                        .isEqualTo(rows(source, new Statement(byHand, List.of(), List.of(), NO_CAP)));
                notEmpty += rows.isEmpty() ? 0 : 1;
            }
        }
        assertThat(notEmpty).as("cases that tell something").isGreaterThan(CASES / 2);
    }

    private static List<List<Object>> rows(JdbcSource source, Statement statement) {
        Collected collected = new Collected();
        source.run(new OutgoingStatement.Sql(statement), TestDatabases.LIMITS, new Cancellation(), collected);
        return collected.rows;
    }
}
