package plainsieve.sources.steps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.Statement;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.jdbc.JdbcSource;

/** MariaDB 10.11 no longer resolves a column of a subquery when a prepared statement runs a second time. */
class StatementReuseOnMariaDbTest {
    private static final String NESTED = "select id from (select r.id, r.n from"
            + " (select id, row_number() over (order by id) as n from trips where id > 0) r"
            + " where exists (select 1 from tides t where t.id = r.n)) r2 order by id";

    @Test
    void returnsTheSameRowsOnReuse() throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward("mariadb", StepsTables::write), clock)) {
            Statement statement = new Statement(NESTED, List.of(), List.of(), 100);
            List<List<Object>> first = TestDatabases.rows(source, statement);
            assertThat(first).isNotEmpty();
            for (int i = 0; i < 3; i++) {
                assertThat(TestDatabases.rows(source, statement)).isEqualTo(first);
            }
        } finally {
            clock.shutdownNow();
        }
    }
}
