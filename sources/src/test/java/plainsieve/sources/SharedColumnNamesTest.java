package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.jdbc.JdbcSource;

/** Columns of equal names are filtered, grouped and returned, on every database. */
class SharedColumnNamesTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Choices CHOICES =
            new Choices(Map.of("f", Parameter.of("f", Type.INTEGER)), Map.of("f", new Choice.One(new Value.Whole(2))));
    private static final String LISTED = "select a.id, b.id, b.n from legs a left join boats b on b.n = a.n";
    private static final String STAR = "select * from legs a left join boats b on b.n = a.n";

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static JdbcSource source(String kind) throws Exception {
        return new JdbcSource(
                TestDatabases.awkward(kind, (connection, of) -> {
                    try (java.sql.Statement write = connection.createStatement()) {
                        write.execute("create table legs (id integer, n integer)");
                        write.execute("create table boats (id integer, n integer)");
                        write.execute("insert into legs values (1, 10), (2, 20), (3, 30)");
                        write.execute("insert into boats values (2, 10), (3, 20)");
                    }
                }),
                CLOCK);
    }

    private static List<List<Object>> rows(JdbcSource source, String query, String column, ResultShape shape)
            throws Exception {
        SourceNames names = SourceNames.of(
                source.catalogue(TestDatabases.LIMITS, new Cancellation()).tableColumns());
        PreparedQuery filtered = PreparedQuery.of(query, source.dialect())
                .with(column.isEmpty() ? List.of() : List.of(new AddedFilter(column, "= :f")), names);
        return TestDatabases.rows(source, filtered.rewrite(CHOICES, shape, 100));
    }

    private static Object number(Object cell) {
        return cell instanceof Number number ? number.longValue() : cell;
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite", "trino"})
    void areFilteredEachByItsOwnName(String kind) throws Exception {
        try (JdbcSource source = source(kind)) {
            assertThat(rows(source, LISTED, "id", ResultShape.allRows()))
                    .singleElement()
                    .satisfies(row ->
                            assertThat(row).map(SharedColumnNamesTest::number).containsExactly(2L, 3L, 20L));
            assertThat(rows(source, LISTED, "id_2", ResultShape.allRows()))
                    .singleElement()
                    .satisfies(row ->
                            assertThat(row).map(SharedColumnNamesTest::number).containsExactly(1L, 2L, 10L));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite", "trino"})
    void areGroupedBy(String kind) throws Exception {
        ResultShape perBoat = new ResultShape.Totals(
                List.of(ResultShape.Key.read("id_2")),
                List.of(new Measure(Measure.Function.COUNT, Optional.empty())),
                ResultShape.Order.KEYS);
        try (JdbcSource source = source(kind)) {
            assertThat(rows(source, LISTED, "", perBoat)).hasSize(3);
            assertThat(rows(source, LISTED, "id_2", perBoat)).singleElement().satisfies(row -> assertThat(row)
                    .map(SharedColumnNamesTest::number)
                    .containsExactly(2L, 1L));
        }
    }

    /** A star keeps its names; the first column is filtered. */
    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite", "trino"})
    void areFilteredInStars(String kind) throws Exception {
        try (JdbcSource source = source(kind)) {
            assertThat(rows(source, STAR, "id", ResultShape.allRows()))
                    .singleElement()
                    .satisfies(row ->
                            assertThat(row).map(SharedColumnNamesTest::number).containsExactly(2L, 20L, 3L, 20L));
        }
    }
}
