package plainsieve.sources.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * Verdicts against what the database measurably did: a verdict "by index" is only true if fewer rows were read than the
 * table has, "while scanning" only if all were, "stops early" only if reading ended before the table did.
 */
class VerdictsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Map<String, Parameter> PARAMETERS = new LinkedHashMap<>();

    static {
        for (Parameter parameter : List.of(
                Parameter.of("port", Type.INTEGER).asMultiple(),
                Parameter.of("id", Type.INTEGER).asMultiple(),
                Parameter.of("from", Type.DATE),
                Parameter.of("to", Type.DATE),
                Parameter.of("state", Type.TEXT).asMultiple(),
                Parameter.of("delay", Type.INTEGER),
                Parameter.of("note", Type.TEXT),
                Parameter.of("rows", Type.INTEGER))) {
            PARAMETERS.put(parameter.name(), parameter);
        }
    }

    private record Pair(String query, Map<String, ChoiceText> choices) {
        @Override
        public String toString() {
            return query + " " + choices;
        }
    }

    private static ChoiceText of(String... values) {
        return ChoiceText.of(values);
    }

    private static List<Pair> pairs() {
        List<Pair> pairs = new ArrayList<>();
        String one = "select id, port from trips where port in (:port)";
        for (String[] values : new String[][] {{"3"}, {"3", "5"}, {"3", "5", "7", "11"}, {"999"}, {"-1", "3"}}) {
            pairs.add(new Pair(one, Map.of("port", of(values))));
            pairs.add(new Pair(one + " and delay >= :delay", Map.of("port", of(values), "delay", of("15"))));
        }
        String byId = "select id, note from trips where id in (:id)";
        for (String[] values : new String[][] {{"7"}, {"7", "8"}, {"1", "9999", "20000"}, {"0"}}) {
            pairs.add(new Pair(byId, Map.of("id", of(values))));
        }
        String range = "select id from trips where sailed between :from and :to";
        for (String from : List.of("2025-03-01", "2024-02-29", "2030-01-01")) {
            pairs.add(new Pair(range, Map.of("from", of(from), "to", of(from))));
            pairs.add(new Pair(
                    range + " and state in (:state)", Map.of("from", of(from), "to", of(from), "state", of("LATE"))));
        }
        pairs.addAll(scans());
        for (String note : List.of("calm", "it's", "50%", "a_b")) {
            pairs.add(new Pair("select id from trips where note = :note", Map.of("note", of(note))));
            pairs.add(new Pair("select id from trips where note like '%' || :note || '%'", Map.of("note", of(note))));
        }
        for (String rows : List.of("1", "10", "100")) {
            pairs.add(new Pair("select id, delay from trips limit :rows", Map.of("rows", of(rows))));
            pairs.add(
                    new Pair("select id, delay from trips order by delay, note limit :rows", Map.of("rows", of(rows))));
        }
        String grouped =
                "select port, count(*) as n from trips where delay >= :delay group by port having count(*) > :rows";
        for (String rows : List.of("1", "50")) {
            pairs.add(new Pair(grouped, Map.of("delay", of("30"), "rows", of(rows))));
        }
        pairs.add(new Pair(one + " and delay >= :delay", Map.of("port", of("3"))));
        return pairs;
    }

    private static List<Pair> scans() {
        List<Pair> pairs = new ArrayList<>();
        String scan = "select id from trips where delay >= :delay";
        for (String delay : List.of("0", "15", "59", "15000")) {
            pairs.add(new Pair(scan, Map.of("delay", of(delay))));
            pairs.add(
                    new Pair(scan + " and state in (:state)", Map.of("delay", of(delay), "state", of("LATE", "it's"))));
        }
        pairs.add(new Pair(scan + " and port in (:port)", Map.of("delay", of("15"))));
        return pairs;
    }

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @TestFactory
    Stream<DynamicTest> matchesTheDatabase() {
        assertThat(pairs()).hasSizeGreaterThanOrEqualTo(40);
        return Stream.of("postgresql", "mariadb", "sqlite", "duckdb")
                .map(kind -> DynamicTest.dynamicTest(kind, () -> check(kind)));
    }

    private static void check(String kind) throws Exception {
        List<String> wrong = new ArrayList<>();
        int known = 0;
        int all = 0;
        try (Measured measured = Measured.on(kind);
                JdbcSource source = new JdbcSource(measured.settings(), CLOCK)) {
            for (Pair pair : pairs()) {
                Statement statement = statement(pair, source.dialect());
                double read = measured.shareRead(source, statement);
                for (boolean asked : new boolean[] {false, true}) {
                    Plan plan = source.explain(
                            new OutgoingStatement.Sql(statement), asked, TestDatabases.LIMITS, new Cancellation());
                    List<Verdict> verdicts = Evidence.of(statement, source.dialect(), plan);
                    all += asked ? verdicts.size() : 0;
                    known += asked
                            ? verdicts.stream()
                                    .filter(verdict -> verdict.where() != ExecutionSite.NOT_KNOWN)
                                    .count()
                            : 0;
                    if (contradicts(verdicts, read)) {
                        wrong.add("%s: read %.3f of the table, but %s".formatted(pair, read, verdicts));
                    }
                }
            }
        }
        assertThat(wrong).as(kind).isEmpty();
        // A value outside the range of a table is answered from statistics.
        assertThat(known).as("verdicts that are known, of %d on %s", all, kind).isGreaterThan(all * 3 / 4);
    }

    /** Whether the share of the table that was read contradicts these verdicts. */
    private static boolean contradicts(List<Verdict> verdicts, double read) {
        List<ExecutionSite> places = verdicts.stream().map(Verdict::where).toList();
        if (places.contains(ExecutionSite.BY_INDEX) || places.contains(ExecutionSite.STOPS_EARLY)) {
            return read > 0.5;
        }
        boolean scanned = places.contains(ExecutionSite.WHILE_SCANNING) || places.contains(ExecutionSite.AFTER_SORTING);
        return scanned && read < 0.99;
    }

    private static Statement statement(Pair pair, Dialect dialect) {
        Map<String, Choice> choices = ChoiceReader.readAll(PARAMETERS, pair.choices());
        return PreparedQuery.of(pair.query(), dialect)
                .rewrite(new Choices(PARAMETERS, choices), ResultShape.allRows(), Statement.NO_CAP);
    }
}
