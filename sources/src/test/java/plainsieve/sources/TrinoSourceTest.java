package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

/** A real cluster: metadata, values, evidence and error messages. */
class TrinoSourceTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Map<String, Parameter> PARAMETERS = Map.of(
            "states", Parameter.of("states", Type.TEXT).asMultiple(),
            "ids", Parameter.of("ids", Type.INTEGER).asMultiple(),
            "prices", Parameter.of("prices", Type.DECIMAL).asMultiple(),
            "days", Parameter.of("days", Type.DATE).asMultiple(),
            "from", Parameter.of("from", Type.DATE),
            "at", Parameter.of("at", Type.DATETIME),
            "word", Parameter.of("word", Type.TEXT),
            "least", Parameter.of("least", Type.INTEGER),
            "rows", Parameter.of("rows", Type.INTEGER));

    private static SourceSettings.Trino server;
    private static JdbcSource source;

    @BeforeAll
    static void connect() throws Exception {
        SourceAccess access = TestDatabases.awkward("trino", (connection, kind) -> {
            connection.createStatement().execute("create table quays (quay_id bigint, name varchar(20), since date)");
        });
        server = (SourceSettings.Trino) access.settings();
        source = new JdbcSource(access, CLOCK);
    }

    @AfterAll
    static void stop() {
        source.close();
        CLOCK.shutdownNow();
    }

    private static Statement statement(String query, Map<String, ChoiceText> chosen) {
        return PreparedQuery.of(query, Dialects.of("trino"))
                .rewrite(
                        new Choices(PARAMETERS, ChoiceReader.readAll(PARAMETERS, chosen)),
                        ResultShape.allRows(),
                        Statement.NO_CAP);
    }

    private static List<List<Object>> rows(String query, Map<String, ChoiceText> chosen) {
        return TestDatabases.rows(source, statement(query, chosen));
    }

    private static List<List<Object>> rows(String query) {
        return rows(query, Map.of());
    }

    private static List<ExecutionSite> where(String query, Map<String, ChoiceText> chosen) {
        Statement statement = statement(query, chosen);
        Plan plan =
                source.explain(new OutgoingStatement.Sql(statement), false, TestDatabases.LIMITS, new Cancellation());
        return Evidence.of(statement, source.dialect(), plan).stream()
                .map(Verdict::where)
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            date '0001-02-28'                                | 0001-02-28
            date '1582-10-10'                                | 1582-10-10
            timestamp '2026-03-29 02:30:00'                  | 2026-03-29T02:30
            timestamp '2026-03-01 08:30:00.000125'           | 2026-03-01T08:30:00.000125
            timestamp '2026-03-01 08:30:00 Europe/Berlin'    | 2026-03-01T08:30+01:00
            timestamp '2026-03-01 08:30:00.123456789012'     | 2026-03-01 08:30:00.123456789012
            time '08:30:00.125'                              | 08:30:00.125
            cast('a' as char(5))                             | a
            real '0.1'                                       | 0.1
            double '1e300'                                   | 1.0E300
            nan()                                            | NaN
            decimal '123456789012345678901234567890.12345678' | 123456789012345678901234567890.12345678
            uuid '6f1d0a3e-0b0c-4f6e-9d9f-00000000000a'      | 6f1d0a3e-0b0c-4f6e-9d9f-00000000000a
            array[1, 2]                                      | [1, 2]
            json '{"a": 1}'                                  | {"a":1}
            'ü😀''\\'                                          | ü😀'\\
            """)
    void returnsValuesOfEveryType(String expression, String shown) {
        assertThat(rows("select " + expression + " as x").get(0).get(0)).hasToString(shown);
    }

    @Test
    void matchesTheSameRowsByOneByFewAndByTenThousandValues() {
        for (int others : new int[] {0, 20, 200, 10_000}) {
            List<String> ids = IntStream.range(0, others)
                    .mapToObj(i -> Integer.toString(1_000_000 + i))
                    .collect(Collectors.toList());
            ids.addAll(List.of("1", "2", "7"));
            assertThat(rows(
                            "select o_orderkey from tpch.tiny.orders where o_orderkey in (:ids) order by 1",
                            Map.of("ids", ChoiceText.of(ids))))
                    .as("%d others", others)
                    .containsExactly(List.of(1L), List.of(2L), List.of(7L));
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            prices | decimal '0.00000000001', decimal '1000'          | 0.00000000001, 1000
            days   | date '2026-03-01', date '0001-02-28'             | 2026-03-01, 0001-02-28
            states | 'a''b\\', 'ü'                                     | a'b\\, ü
            """)
    void longListsOfEveryTypeMatch(String parameter, String values, String chosen) {
        List<String> all = IntStream.range(0, 100)
                .mapToObj(i ->
                        parameter.equals("days") ? "2030-01-%02d".formatted(1 + i % 31) : Integer.toString(5_000 + i))
                .distinct()
                .collect(Collectors.toList());
        all.addAll(List.of(chosen.split(", ")));
        String list = values.replace(", ", "), (");
        assertThat(rows(
                        "select x from (values (" + list + ")) as v (x) where x in (:" + parameter + ")",
                        Map.of(parameter, ChoiceText.of(all))))
                .hasSize(2);
    }

    @Test
    void exclusionKeepsNullRowsOut() {
        assertThat(rows(
                        "select x from (values 1, 2, null) as v (x) where x not in (:ids)",
                        Map.of(
                                "ids",
                                ChoiceText.of(IntStream.range(2, 100)
                                        .mapToObj(Integer::toString)
                                        .toList()))))
                .containsExactly(List.of(1L));
    }

    @Test
    void limitFollowsOffset() {
        PreparedQuery query =
                PreparedQuery.of("select n_nationkey from tpch.tiny.nation order by 1 offset 3", Dialects.of("trino"));
        Statement capped = query.rewrite(new Choices(Map.of(), Map.of()), ResultShape.allRows(), 2);
        assertThat(capped.text()).endsWith("offset 3\nlimit ?");
        assertThat(TestDatabases.rows(source, capped)).containsExactly(List.of(3L), List.of(4L));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            PUSHED_DOWN     | select o_orderkey from tpch.tiny.orders where o_orderstatus = :states                                  | states=F
            PUSHED_DOWN     | select o_orderkey from tpch.tiny.orders where o_orderstatus in (:states)                               | states=F,P
            WHILE_SCANNING  | select o_orderkey from tpch.tiny.orders where o_orderkey in (:ids)                                     | ids=1,2
            WHILE_SCANNING  | select o_orderkey from tpch.tiny.orders where o_orderdate >= :from                                     | from=1995-01-01
            WHILE_SCANNING  | select o_orderkey from tpch.tiny.orders where o_comment like :word                       | word=%calm%
            AFTER_GROUP     | select o_custkey, count(*) as n from tpch.tiny.orders group by o_custkey having count(*) >= :least     | least=3
            ON_INNER_RESULT | select * from (select o_orderkey from tpch.tiny.orders limit 50) as d where d.o_orderkey > :least      | least=3
            STOPS_EARLY     | select o_orderkey from tpch.tiny.orders limit :rows                                                  | rows=5
            AFTER_SORTING   | select o_orderkey from tpch.tiny.orders order by o_totalprice limit :rows                              | rows=5
            """)
    void planShowsWhereAChoiceRan(ExecutionSite expected, String query, String chosen) {
        String[] parts = chosen.split("=");
        assertThat(where(query, Map.of(parts[0], ChoiceText.of(parts[1].split(",")))))
                .containsExactly(expected);
    }

    @Test
    void distinguishesTwoChoicesOfOneTable() {
        assertThat(where(
                        "select o_orderkey from tpch.tiny.orders where o_orderstatus = :states and o_orderdate >= :from",
                        Map.of("states", ChoiceText.of("F"), "from", ChoiceText.of("1995-01-01"))))
                .containsExactly(ExecutionSite.PUSHED_DOWN, ExecutionSite.WHILE_SCANNING);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"select 7 as x;", "select 7 as x ; -- done", "\uFEFFselect 7 as x", "select 7 as x -- ; done"})
    void ignoresWrappers(String text) {
        assertThat(rows(text)).containsExactly(List.of(7L));
        assertThat(where(text, Map.of())).isEmpty();
    }

    /** The list that the engine derives from a range has its own end. */
    @ParameterizedTest
    @CsvSource({"1, 25000, 25000", "-3, 3, 7", "5, 5, 1", "5, 3, 0", "1, null, 0"})
    void keepsAllDigits(String from, String to, long count) {
        String numbers = source.dialect().forms().numbers(from, to);
        assertThat(rows("select count(distinct n), coalesce(sum(n), 0) from (" + numbers + ") as all_of_them"))
                .containsExactly(
                        List.of(count, count == 0 ? 0L : count * (Long.parseLong(from) + Long.parseLong(to)) / 2));
    }

    @Test
    void reportsReadRows() {
        Collected collected = new Collected();
        RunSummary summary = source.run(
                new OutgoingStatement.Sql(statement("select max(o_orderkey) from tpch.tiny.orders", Map.of())),
                TestDatabases.LIMITS,
                new Cancellation(),
                collected);
        assertThat(summary.readRows().map(RunSummary.RowsRead::rows)).isEqualTo(Optional.of(15_000L));
        assertThat(summary.readRows().map(RunSummary.RowsRead::bytes).orElseThrow())
                .isNotNegative();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"create table t (x integer)", "insert into quays values (1, 'a', null)", "delete from quays"})
    void rejectsWrites(String writing) {
        assertThatThrownBy(() -> TestDatabases.rows(source, new Statement(writing, List.of(), List.of(), 10)))
                .isInstanceOf(SourceFailure.class);
        assertThat(rows("select count(*) from quays")).containsExactly(List.of(0L));
    }

    @Test
    void cancelsWithoutWaiters() throws Exception {
        Cancellation cancellation = new Cancellation();
        CompletableFuture<Throwable> ended = CompletableFuture.supplyAsync(() -> {
            try {
                source.run(
                        new OutgoingStatement.Sql(statement("select count(*) from tpch.sf100.lineitem", Map.of())),
                        TestDatabases.LIMITS,
                        cancellation,
                        new Collected());
                return new AssertionError("It ran to its end");
            } catch (RuntimeException e) {
                return e;
            }
        });
        TimeUnit.SECONDS.sleep(1);
        cancellation.stop(Cancellation.Reason.ASKED);
        assertThat(ended.get(20, TimeUnit.SECONDS))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.STOPPED));
        assertThat(
                        rows(
                                "select state from system.runtime.queries where query like '%sf100.lineitem%' and state = 'RUNNING' and query not like '%runtime%'"))
                .isEmpty();
    }

    @Test
    void enforcesTheTimeLimit() {
        assertThatThrownBy(() -> source.run(
                        new OutgoingStatement.Sql(statement("select count(*) from tpch.sf100.lineitem", Map.of())),
                        new RunLimits(Duration.ofSeconds(1)),
                        new Cancellation(),
                        new Collected()))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.TIMED_OUT));
    }

    @Test
    void mapsErrorsToTheAuthorText() {
        String text = "select 'it''s', o_orderkey\nfrom tpch.tiny.orders\nwhere o_orderkey = ? and nonsense = 'x'";
        Statement statement = statement(text.replace("?", ":least"), Map.of("least", ChoiceText.of("1")));
        assertThatThrownBy(() -> TestDatabases.rows(source, statement))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> {
                    assertThat(failure.getMessage())
                            .isEqualTo("The database refused the statement: Column 'nonsense' cannot be resolved");
                    assertThat(failure.position()).hasValue(statement.text().indexOf("nonsense"));
                });
        String first = "select 'it''s', nonsense from tpch.tiny.orders";
        assertThatThrownBy(() -> TestDatabases.rows(source, statement(first, Map.of())))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.position())
                        .hasValue(first.indexOf("nonsense")));
    }

    @Test
    void reportsAnUnreachableCluster() {
        SourceAccess nowhere =
                new SourceAccess("cluster", new SourceSettings.Trino("127.0.0.1", 1, "tpch", "me"), Secret.none());
        try (JdbcSource gone = new JdbcSource(nowhere, CLOCK)) {
            assertThatThrownBy(gone::health)
                    .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                            .isEqualTo(SourceFailure.Kind.UNREACHABLE))
                    .hasMessageContaining("127.0.0.1:1/tpch");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"nowhere", "tpch.nowhere"})
    void testReportsAMissingCatalogOrSchema(String place) {
        try (JdbcSource wrong = TestDatabases.cluster(server, CLOCK, place)) {
            assertThatThrownBy(wrong::health)
                    .isInstanceOf(SourceFailure.class)
                    .hasMessageContaining("has no such database")
                    .hasMessageContaining("nowhere");
        }
    }

    @Test
    void describesItself() {
        assertThat(source.health()).startsWith("Trino");
    }
}
