package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.jdbc.JdbcSource;

/** DuckDB returns many rows in another format than few: values, order and failures are equal. */
class EncodedTextsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final int FEW = 99;

    private static Source source;

    @BeforeAll
    static void open() throws Exception {
        source = new JdbcSource(
                TestDatabases.awkward(
                        "duckdb",
                        (connection, kind) -> connection.createStatement().execute("""
                        create type state as enum ('SAILED', 'CANCELLED');
                        create table crossings as
                          select i, 'Þorvik ' || i as port, i % 7 as gate from range(300000) r(i);
                        create table cells as select * from (values
                          (1, 'SAILED'::state, 'a'::text, '\\xAA'::blob, '{"a": 1}'::varchar, ['x', null]),
                          (2, null, null, null, null, null),
                          (3, 'CANCELLED', '', ''::blob, '🚢 "quoted", ''single''', []),
                          (4, 'SAILED', 'a' || chr(0) || E'b\\r\\n\\t', '\\x00'::blob, repeat('long ', 10000), ['"']))
                          c(number, state, text, bytes, more, list)""")),
                CLOCK);
    }

    @AfterAll
    static void close() {
        source.close();
        CLOCK.shutdownNow();
    }

    private static TestDatabases.Answered answer(String text, long cap, Value... values) {
        List<BoundValue> bound = new ArrayList<>();
        Arrays.stream(values).forEach(value -> bound.add(new BoundValue("p", 0, new PlaceholderBinding.Single(value))));
        return TestDatabases.answer(source, new Statement(text, bound, List.of(), cap));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select * from cells order by number",
                "select * from cells order by number -- the end",
                "select * from cells order by number;",
                "from cells",
                "select text, text, more as \"od\"\"d\", number as text from cells order by number",
                "with one as (select text from cells) select text, 'more' from one order by all",
                "select text from cells union all select more from cells order by 1",
                "select 1 as one, 2.50 as two, date '2026-11-29' as three",
                "select number as c0, text as c1, more as C1 from cells order by c0 desc limit 2",
                "from (pivot cells on state in ('SAILED') using max(text) group by number) order by number",
                "values ('a', 1), ('b', 2)",
                "from (describe cells)",
                "from (show tables)",
                "explain select text from cells where number = 1",
                "select text from cells where number > 9"
            })
    void equalPlainTexts(String text) {
        TestDatabases.Answered many = answer(text, Statement.NO_CAP);
        TestDatabases.Answered few = answer(text, FEW);
        assertThat(many.columns()).isEqualTo(few.columns());
        assertThat(many.rows()).isEqualTo(few.rows());
    }

    @Test
    void keepTheirOrder() {
        List<List<Object>> rows = answer("select i, port from crossings order by gate desc, i", Statement.NO_CAP)
                .rows();
        assertThat(rows).hasSize(300_000);
        long former = -1;
        long gate = 6;
        for (List<Object> row : rows) {
            long number = (Long) row.get(0);
            assertThat(row.get(1)).isEqualTo("Þorvik " + number);
            if (number % 7 != gate) {
                gate--;
                former = -1;
            }
            assertThat(number % 7).isEqualTo(gate);
            assertThat(number).isGreaterThan(former);
            former = number;
        }
    }

    @Test
    void haveTheTypesOfTheirValues() {
        String text =
                "select ? as one, ? || 'x' as two, coalesce(port, ?) as three from crossings where i < ? order by i";
        assertThat(answer(
                                text,
                                Statement.NO_CAP,
                                new Value.Text("a"),
                                new Value.Whole(1),
                                new Value.Text("b"),
                                new Value.Whole(1))
                        .rows())
                .containsExactly(List.of("a", "1x", "Þorvik 0"));
        assertThat(answer(
                                text,
                                Statement.NO_CAP,
                                new Value.Whole(1),
                                new Value.Text("a"),
                                new Value.Text("b"),
                                new Value.Whole(1))
                        .rows())
                .containsExactly(List.of(1L, "ax", "Þorvik 0"));
    }

    @Test
    void areRevertedWhereAValueIsMissing() {
        String text = "select ? as one, coalesce(?, 'none') as two";
        PlaceholderBinding some = new PlaceholderBinding.Single(new Value.Text("a"));
        PlaceholderBinding none = new PlaceholderBinding.TypedNull(Type.TEXT);
        for (PlaceholderBinding value : List.of(some, none, some)) {
            BoundValue bound = new BoundValue("p", 0, value);
            Statement many = new Statement(text, List.of(bound, bound), List.of(), Statement.NO_CAP);
            Statement few = new Statement(text, List.of(bound, bound), List.of(), FEW);
            assertThat(TestDatabases.rows(source, many)).isEqualTo(TestDatabases.rows(source, few));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select nothing from cells",
                "select * from nowhere",
                "selct text from cells",
                "select text, from cells where",
                "select text, error('told') from cells",
                "insert into cells (number) values (9)",
                "select text from cells; select text from cells where"
            })
    void failLikePlainTexts(String text) {
        assertThatThrownBy(() -> answer(text, Statement.NO_CAP))
                .isInstanceOfSatisfying(SourceFailure.class, many -> assertThatThrownBy(() -> answer(text, FEW))
                        .isInstanceOfSatisfying(SourceFailure.class, few -> {
                            assertThat(many.kind()).isEqualTo(few.kind());
                            assertThat(many).hasMessage(few.getMessage());
                        }));
    }
}
