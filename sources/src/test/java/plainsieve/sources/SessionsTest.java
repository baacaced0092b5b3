package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.sql.Connection;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;
import plainsieve.sources.jdbc.JdbcSource;

/** Session changes of one run do not affect the next, and no run can write. */
class SessionsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static List<List<Object>> rows(Source source, String text) {
        return TestDatabases.rows(source, new Statement(text, List.of(), List.of(), 100));
    }

    private static Object single(Source source, String text) {
        return rows(source, text).get(0).get(0);
    }

    @Test
    void postgreSqlSessionsAreReset() throws Exception {
        try (EmbeddedPostgres server = EmbeddedPostgres.start();
                Connection owner = server.getPostgresDatabase().getConnection();
                java.sql.Statement make = owner.createStatement()) {
            make.execute("alter database postgres set standard_conforming_strings = off");
            make.execute("create table t (a int)");
            make.execute("create view locking as select 1 as one from (select pg_advisory_lock(7)) l");
            make.execute("create function locked() returns text language sql as"
                    + " $$select pg_advisory_lock(8); select set_config('search_path', 'pg_catalog', false)$$");
            make.execute("create function writing() returns int language sql as"
                    + " $$insert into t values (1) returning a$$");
            try (Source source = new JdbcSource(
                    Databases.postgreSqlAt(server.getPort()).allowing("locked", "set_config", "writing"), CLOCK)) {
                for (int i = 0; i < 3; i++) {
                    assertThat(single(source, "show standard_conforming_strings"))
                            .isEqualTo("on");
                    assertThat(single(source, "show transaction_read_only")).isEqualTo("on");
                    assertThatThrownBy(() -> rows(source, "select 1/0")).isInstanceOf(SourceFailure.class);
                }
                assertThat(single(source, "show plan_cache_mode")).isEqualTo("force_custom_plan");
                rows(source, "select * from locking");
                rows(source, "select locked()");
                rows(source, "select set_config('standard_conforming_strings', 'off', false)");
                assertThat(single(source, "show search_path")).isEqualTo("\"$user\", public");
                assertThat(single(source, "show standard_conforming_strings")).isEqualTo("on");
                assertThatThrownBy(() -> rows(source, "select writing()")).hasMessageContaining("read-only");
            }
            try (Source another = new JdbcSource(Databases.postgreSqlAt(server.getPort()), CLOCK)) {
                assertThat(single(another, "select count(*) from pg_locks where locktype = 'advisory'"))
                        .isEqualTo(0L);
                assertThat(single(another, "select count(*) from t")).isEqualTo(0L);
            }
        }
    }

    @Test
    void mariaDbSessionsAreReset() throws Exception {
        try (LocalMariaDb server = LocalMariaDb.start();
                Connection owner = server.connect();
                java.sql.Statement make = owner.createStatement()) {
            make.execute("create table t (a int)");
            make.execute("create procedure opening() begin set session transaction read write; select 1 as one; end");
            make.execute("create function opened() returns int begin"
                    + " set session sql_mode = 'ANSI_QUOTES'; do get_lock('ours', 1); return 1; end");
            make.execute("create view opened_here as select opened() as one");
            make.execute("create function writing() returns int begin insert into t values (1); return 1; end");
            SourceAccess access = new SourceAccess(
                    "server", new SourceSettings.MariaDb("127.0.0.1", server.port(), "ferries", "root"), Secret.none());
            try (Source source = new JdbcSource(access, CLOCK)) {
                rows(source, "call opening()");
                assertThatThrownBy(() -> rows(source, "select writing()")).isInstanceOf(SourceFailure.class);
                rows(source, "select one from opened_here");
                assertThat(single(source, "select \"a text\"")).isEqualTo("a text");
                assertThat(single(source, "select is_free_lock('ours')")).isEqualTo(1L);
                assertThat(single(source, "select count(*) from t")).isEqualTo(0L);
            }
        }
    }
}
