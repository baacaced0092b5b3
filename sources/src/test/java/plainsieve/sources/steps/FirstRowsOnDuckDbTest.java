package plainsieve.sources.steps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.Statement;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/** By default, DuckDB 1.5.6 changes which rows are first where there are joins. */
class FirstRowsOnDuckDbTest {
    private static final String FIRST = "select t.*, o.d as x from tides t join tides o on o.id = t.id"
            + " order by x nulls last, t.id desc nulls last, t.a nulls last limit 4";

    @Test
    void stayFirstWhenJoined() throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward("duckdb", StepsTables::write), clock)) {
            List<Object> first = rows(source, "select id from (" + FIRST + ") r");
            List<Object> joined =
                    rows(source, "select r.id from (" + FIRST + ") r join quays q on q.id = r.id and q.a >= 0");
            assertThat(first).hasSize(4).containsAll(joined);
        } finally {
            clock.shutdownNow();
        }
    }

    @Test
    void countsRowsThatAnUnusedJoinMultiplies() throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward("duckdb", StepsTables::write), clock)) {
            String few = "(select * from (values (1, 'a'), (1, 'b'), (2, 'c')) v(k, name))";
            String many = "(select k, n from (values (1), (2)) v(k), range(4) r(n) group by k, n)";
            assertThat(rows(
                            source,
                            "select distinct name from (select f.name from " + few + " f left join " + many
                                    + " m on m.k = f.k order by f.name limit 7) r"))
                    .containsExactlyInAnyOrder("a", "b");
        } finally {
            clock.shutdownNow();
        }
    }

    private static List<Object> rows(JdbcSource source, String sql) {
        return TestDatabases.rows(source, new Statement(sql, List.of(), List.of(), 100)).stream()
                .map(row -> row.get(0))
                .toList();
    }
}
