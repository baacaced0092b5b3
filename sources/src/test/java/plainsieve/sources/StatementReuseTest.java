package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Value;
import plainsieve.sources.jdbc.JdbcSource;

/** A reused prepared statement returns the same result as a new one. DuckDB's stay prepared. */
class StatementReuseTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final String ROWS = "select i, 'row ' || i from range(100000) r(i) where i >= ? order by i";

    private Source source;

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @BeforeEach
    void open() throws Exception {
        source = new JdbcSource(
                TestDatabases.awkward("duckdb", (connection, kind) -> connection
                        .createStatement()
                        .execute("create table t as select 1 as one")),
                CLOCK);
    }

    @AfterEach
    void close() {
        source.close();
    }

    private List<List<Object>> rows(String text, int cap, Value... values) {
        return answer(text, cap, values).rows();
    }

    private TestDatabases.Answered answer(String text, int cap, Value... values) {
        List<BoundValue> bound = new ArrayList<>();
        for (Value value : values) {
            bound.add(new BoundValue("p", 0, new PlaceholderBinding.Single(value)));
        }
        return TestDatabases.answer(source, new Statement(text, bound, List.of(), cap));
    }

    @Test
    void acceptsOtherValues() {
        for (long from : List.of(99_998L, 99_999L, 99_998L)) {
            assertThat(rows(ROWS, 10, new Value.Whole(from))).first().isEqualTo(List.of(from, "row " + from));
        }
    }

    @Test
    void acceptsValuesOfOtherTypes() {
        String text = "select typeof(?), ?";
        assertThat(rows(text, 10, new Value.Whole(1), new Value.Text("a"))).containsExactly(List.of("INTEGER", "a"));
        assertThat(rows(text, 10, new Value.Whole(3_000_000_000L), new Value.Text("a")))
                .containsExactly(List.of("BIGINT", "a"));
        assertThat(rows(text, 10, new Value.Text("b"), new Value.Day(LocalDate.of(2026, 11, 29))))
                .containsExactly(List.of("VARCHAR", "2026-11-29"));
    }

    @Test
    void reportsCurrentColumns() {
        for (Value value :
                List.of(new Value.Whole(1), new Value.Text("a"), new Value.Truth(true), new Value.Whole(1))) {
            assertThat(answer("select ? as one", 10, value).columns())
                    .singleElement()
                    .extracting(column -> column.kind().type())
                    .isEqualTo(Optional.of(value.type()));
        }
    }

    @Test
    void recoversFromAnUnfinishedResponse() {
        assertThat(rows(ROWS, 3, new Value.Whole(0))).hasSize(3);
        assertThat(rows(ROWS, 200_000, new Value.Whole(0))).hasSize(100_000);
        assertThat(rows(ROWS, 3, new Value.Whole(7))).first().isEqualTo(List.of(7L, "row 7"));
    }

    @Test
    void isNotReusedAcrossSchemaChanges() throws InterruptedException {
        Object first = rows("select now()", 1).get(0).get(0);
        Thread.sleep(5);
        assertThat(rows("select now()", 1).get(0).get(0)).isNotEqualTo(first);
    }

    @Test
    void recoversFromAnError() {
        String text = "select 'row ' || (100 // cast(? as bigint)), error(case when ? = 'x' then 'told' end)";
        assertThat(rows(text, 1, new Value.Whole(5), new Value.Text("a"))).hasSize(1);
        assertThatThrownBy(() -> rows(text, 1, new Value.Whole(5), new Value.Text("x")))
                .hasMessageContaining("told");
        assertThat(rows(text, 1, new Value.Whole(4), new Value.Text("a")).get(0).get(0))
                .isEqualTo("row 25");
    }

    @Test
    void recoversFromACancellation() {
        String slow = "select count(*) from range(100000) a, range(?) b where (a.range * b.range) % 7 = 1";
        assertThat(rows(slow, 1, new Value.Whole(1))).hasSize(1);
        Cancellation stop = new Cancellation();
        CLOCK.schedule(() -> stop.stop(Cancellation.Reason.ASKED), 100, TimeUnit.MILLISECONDS);
        Statement endless = new Statement(
                slow,
                List.of(new BoundValue("p", 0, new PlaceholderBinding.Single(new Value.Whole(100_000_000)))),
                List.of(),
                1);
        assertThatThrownBy(() ->
                        source.run(new OutgoingStatement.Sql(endless), TestDatabases.LIMITS, stop, new Collected()))
                .isInstanceOf(SourceFailure.class);
        assertThat(rows(slow, 1, new Value.Whole(1))).hasSize(1);
    }

    @Test
    void worksAmongManyOthers() {
        for (int round = 0; round < 2; round++) {
            for (long i = 0; i < 40; i++) {
                assertThat(rows("select ? + " + i, 1, new Value.Whole(1))).containsExactly(List.of(1 + i));
            }
        }
    }
}
