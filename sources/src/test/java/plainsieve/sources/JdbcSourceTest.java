package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

class JdbcSourceTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long CAP = 1000;
    private static final String ENDLESS =
            "select count(*) from crossings a, crossings b, crossings c where a.delay_min + b.delay_min * c.delay_min > :n";

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static Statement statement(JdbcSource source, String query, long cap, Map<Parameter, ChoiceText> chosen) {
        Map<String, Parameter> parameters = new HashMap<>();
        Map<String, ChoiceText> texts = new HashMap<>();
        chosen.forEach((parameter, text) -> {
            parameters.put(parameter.name(), parameter);
            texts.put(parameter.name(), text);
        });
        return PreparedQuery.of(query, source.dialect())
                .rewrite(new Choices(parameters, ChoiceReader.readAll(parameters, texts)), ResultShape.allRows(), cap);
    }

    private static Collected rows(String kind, String query, Map<Parameter, ChoiceText> chosen) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            return rows(source, query, chosen);
        }
    }

    private static Collected rows(JdbcSource source, String query, Map<Parameter, ChoiceText> chosen) {
        Collected collected = new Collected();
        source.run(
                new OutgoingStatement.Sql(statement(source, query, CAP, chosen)),
                TestDatabases.LIMITS,
                new Cancellation(),
                collected);
        return collected;
    }

    private static Object single(String kind, String query, Map<Parameter, ChoiceText> chosen) throws Exception {
        return rows(kind, query, chosen).rows.get(0).get(0);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            TEXT     | name = :p                                | Brae O'Noth          | ports
            TEXT     | name = :p                                | Half%Tide Steps      | ports
            TEXT     | name = :p                                | Þorvik               | ports
            INTEGER  | port_id = :p                             | 3                    | ports
            DECIMAL  | port_id = :p                             | 3.0                  | ports
            DATE     | retired_on = :p                          | 2025-01-01           | vessels
            DATE     | retired_on < :p + interval '1 day'       | 2025-01-01           | vessels
            DATETIME | departed_at = :p                         | 2023-01-01T00:00:00  | crossings
            BOOLEAN  | (port_id = 1) = :p                       | true                 | ports
            """)
    void bindsEveryTypeInBothDatabases(Type type, String condition, String value, String table) throws Exception {
        for (String kind : List.of("duckdb", "postgresql")) {
            String query = "select count(*) from " + table + " where " + condition;
            assertThat(single(kind, query, Map.of(Parameter.of("p", type), ChoiceText.of(value))))
                    .as(kind)
                    .isEqualTo(1L);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void bindsTenThousandValuesOfEachType(String kind) throws Exception {
        String[] ids =
                IntStream.rangeClosed(1, 10_000).mapToObj(Integer::toString).toArray(String[]::new);
        Parameter id = Parameter.of("p", Type.INTEGER).asMultiple();
        assertThat(single(
                        kind, "select count(*) from crossings where crossing_id = :p", Map.of(id, ChoiceText.of(ids))))
                .isEqualTo(10_000L);
        Parameter text = Parameter.of("p", Type.TEXT).asMultiple();
        assertThat(single(kind, "select count(*) from ports where name not in (:p)", Map.of(text, ChoiceText.of(ids))))
                .isEqualTo(14L);
        String[] days = IntStream.range(0, 100)
                .mapToObj(i -> "20" + (25 + i % 2) + "-01-" + "%02d".formatted(1 + i % 28))
                .toArray(String[]::new);
        Parameter day = Parameter.of("p", Type.DATE).asMultiple();
        assertThat(single(kind, "select count(*) from vessels where retired_on = :p", Map.of(day, ChoiceText.of(days))))
                .isEqualTo(1L);
        String[] numbers = IntStream.range(0, 100).mapToObj(i -> i + ".5").toArray(String[]::new);
        Parameter number = Parameter.of("p", Type.DECIMAL).asMultiple();
        assertThat(single(
                        kind,
                        "select count(*) from ports where port_id + 0.5 = :p",
                        Map.of(number, ChoiceText.of(numbers))))
                .isEqualTo(14L);
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void bindsNullOutsideConditions(String kind) throws Exception {
        Parameter nothing = Parameter.of("p", Type.DATE).withBlankRule(BlankRule.ROWS_WITHOUT_VALUE);
        String day = kind.equals("sqlite") ? "'2026-03-01'" : "date '2026-03-01'";
        assertThat(single(kind, "select coalesce(:p, " + day + ")", Map.of(nothing, ChoiceText.blank())))
                .isEqualTo("2026-03-01");
    }

    @Test
    void bothDatabasesHoldTheSameFerries() throws Exception {
        String query = "select count(*), sum(delay_min), count(master_note), min(departed_at), max(arrived_at),"
                + " sum(vessel_id), cast(round(cast(sum(fare_income) as decimal(18,2)), 2) as varchar) from crossings where state = :p";
        Map<Parameter, ChoiceText> sailed = Map.of(Parameter.of("p", Type.TEXT), ChoiceText.of("SAILED"));
        assertThat(rows("duckdb", query, sailed).rows.toString())
                .isEqualTo(rows("postgresql", query, sailed).rows.toString());
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void fetchesOneRowBeyondTheLimit(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Collected collected = new Collected();
            RunSummary summary = source.run(
                    new OutgoingStatement.Sql(statement(source, "select * from crossings", 100, Map.of())),
                    TestDatabases.LIMITS,
                    new Cancellation(),
                    collected);
            assertThat(summary.fetchedRows()).isEqualTo(101);
            assertThat(summary.shownRows()).isEqualTo(100);
            assertThat(summary.more()).isTrue();
            assertThat(collected.rows).hasSize(100);
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            duckdb     | DATE | INTEGER | BOOLEAN
            postgresql | DATE | INTEGER | BOOLEAN
            mariadb    | DATE | INTEGER | INTEGER
            sqlite     | TEXT | INTEGER | INTEGER
            """)
    void describesColumnsAndFormatsDatesAsIso(String kind, Column.Kind day, Column.Kind whole, Column.Kind truth)
            throws Exception {
        String today = kind.equals("sqlite") ? "cast('2026-03-01' as text)" : "date '2026-03-01'";
        Collected collected = rows(
                kind,
                "select departed_at, " + today + " as d, delay_min, fare_income, state, 1 = 1 as b, arrived_at"
                        + " from crossings where crossing_id = 1",
                Map.of());
        assertThat(collected.columns)
                .extracting(Column::kind)
                .startsWith(Column.Kind.DATETIME)
                .contains(day, whole, Column.Kind.DECIMAL, Column.Kind.TEXT, truth);
        assertThat(collected.rows.get(0).subList(0, 2)).containsExactly("2023-01-01T00:00", "2026-03-01");
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void countsByMonthAtTheSource(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Statement statement = PreparedQuery.of("select departed_at from crossings", source.dialect())
                    .rewrite(
                            new Choices(Map.of(), Map.of()),
                            ResultShape.totals(
                                    List.of("departed_at:month"),
                                    List.of(Measure.countOfRows()),
                                    ResultShape.Order.KEYS),
                            CAP);
            List<List<Object>> months = TestDatabases.rows(source, statement);
            assertThat(months).hasSize(42);
            assertThat(months.get(0).get(0)).isEqualTo("2023-01-01");
            assertThat(months.stream().mapToLong(row -> (Long) row.get(1)).sum())
                    .isEqualTo(Databases.CROSSINGS);
        }
    }

    @Test
    void keepsQuestionMarkOperators() throws Exception {
        Parameter key = Parameter.of("p", Type.TEXT);
        assertThat(single(
                        "postgresql",
                        "select count(*) from ports where '{\"Ardlow\":1}'::jsonb ? name and name = :p and '?' <> ''",
                        Map.of(key, ChoiceText.of("Ardlow"))))
                .isEqualTo(1L);
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void enforcesTheTimeLimit(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Statement endless =
                    statement(source, ENDLESS, CAP, Map.of(Parameter.of("n", Type.INTEGER), ChoiceText.of("1")));
            assertThatThrownBy(() -> source.run(
                            new OutgoingStatement.Sql(endless),
                            new RunLimits(Duration.ofMillis(300)),
                            new Cancellation(),
                            new Collected()))
                    .isInstanceOfSatisfying(
                            SourceFailure.class, e -> assertThat(e.kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT));
            assertThat(source.health()).isNotBlank();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void cancelsARun(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Statement endless =
                    statement(source, ENDLESS, CAP, Map.of(Parameter.of("n", Type.INTEGER), ChoiceText.of("1")));
            Cancellation cancellation = new Cancellation();
            CLOCK.schedule(
                    () -> cancellation.stop(Cancellation.Reason.ASKED),
                    200,
                    java.util.concurrent.TimeUnit.MILLISECONDS);
            assertThatThrownBy(() -> source.run(
                            new OutgoingStatement.Sql(endless), TestDatabases.LIMITS, cancellation, new Collected()))
                    .isInstanceOfSatisfying(
                            SourceFailure.class, e -> assertThat(e.kind()).isEqualTo(SourceFailure.Kind.STOPPED));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void readOnlyConnectionRejectsWrites(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            Statement write = new Statement("delete from ports returning port_id", List.of(), List.of(), CAP);
            assertThatThrownBy(() -> source.run(
                            new OutgoingStatement.Sql(write),
                            TestDatabases.LIMITS,
                            new Cancellation(),
                            new Collected()))
                    .isInstanceOf(SourceFailure.class)
                    .hasMessageContaining("Only queries run here");
        }
        assertThat(single(kind, "select count(*) from ports", Map.of())).isEqualTo(14L);
    }

    /** The parameter that replaces a hard-coded value in an interval or a SELECT list. */
    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb"})
    void bindsIntervalsAndFactors(String kind) throws Exception {
        String interval = Dialects.of(kind).interval(":p", "day");
        Map<Parameter, ChoiceText> three = Map.of(Parameter.of("p", Type.INTEGER), ChoiceText.of("3"));
        String days = "select count(*) from vessels where retired_on + %s = date '2025-01-04'".formatted(interval);
        assertThat(single(kind, days, three)).isEqualTo(1L);
        String factor = "select max(case when port_id > :p then port_id * :p end) from ports";
        assertThat(single(kind, factor, three)).hasToString("42");
    }

    @Test
    void sessionVariablesAreReset() throws Exception {
        String counted =
                "select max(n) from (select @n := @n + 1 as n from ports, (select @n := 0) as s where name <> :p) as c";
        try (JdbcSource source = new JdbcSource(Databases.settings("mariadb"), CLOCK)) {
            Map<Parameter, ChoiceText> port = Map.of(Parameter.of("p", Type.TEXT), ChoiceText.of("Ardlow"));
            for (int i = 0; i < 3; i++) {
                assertThat(rows(source, counted, port).rows.get(0).get(0)).isEqualTo(13.0);
                assertThat(rows(source, "select @n", Map.of()).rows.get(0).get(0))
                        .isNull();
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void listsTablesAndColumns(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings(kind), CLOCK)) {
            assertThat(source.catalogue(TestDatabases.LIMITS, new Cancellation())
                            .tables())
                    .extracting(Catalog.Table::name)
                    .contains("ports", "routes", "vessels", "crossings");
        }
    }

    @Test
    void reportsAnUnreachableDatabaseAndRecovers() throws Exception {
        EmbeddedPostgres first = EmbeddedPostgres.start();
        int port = first.getPort();
        try (JdbcSource source = new JdbcSource(Databases.postgreSqlAt(port), CLOCK)) {
            assertThat(source.health()).startsWith("PostgreSQL");
            first.close();
            assertThatThrownBy(source::health).isInstanceOfSatisfying(SourceFailure.class, e -> {
                assertThat(e.kind()).isEqualTo(SourceFailure.Kind.UNREACHABLE);
                assertThat(e.getMessage()).contains("localhost:" + port);
            });
            try (EmbeddedPostgres again =
                    EmbeddedPostgres.builder().setPort(port).start()) {
                assertThat(again.getPort()).isEqualTo(port);
                assertThat(source.health()).startsWith("PostgreSQL");
            }
        }
    }

    @Test
    void neverShowsAPassword() {
        assertThat(Databases.postgreSqlAt(1).toString())
                .doesNotContain("password=x")
                .contains("(secret)");
    }

    @Test
    void listsThousandsOfTables() throws Exception {
        SourceAccess many = TestDatabases.awkward("sqlite", (connection, kind) -> {
            try (java.sql.Statement statement = connection.createStatement()) {
                connection.setAutoCommit(false);
                for (int i = 0; i < 3000; i++) {
                    statement.execute(
                            "create table sales_%d (id integer primary key, port text not null, n int)".formatted(i));
                }
                connection.commit();
                connection.setAutoCommit(true);
            }
        });
        try (JdbcSource source = new JdbcSource(many, CLOCK)) {
            assertThat(source.catalogue(TestDatabases.LIMITS, new Cancellation())
                            .tables())
                    .hasSize(3000)
                    .allSatisfy(table -> {
                        assertThat(table.columns()).extracting(Column::name).containsExactly("id", "port", "n");
                        assertThat(table.nullable()).doesNotContain("port");
                        assertThat(table.indexes()).hasSize(1);
                    });
        }
    }
}
