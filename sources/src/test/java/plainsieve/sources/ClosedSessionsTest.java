package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** A session that its server ends while idle is replaced unnoticed; a statement that was running is not sent again. */
class ClosedSessionsTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    /* As long as a server may take to hear of it when others keep it busy. */
    private static final Duration BUSY = Duration.ofMillis(300);

    private static final Duration SEEN_RUNNING = Duration.ofMillis(1_500);

    private static EmbeddedPostgres server;
    private static Connection owner;
    private Source source;

    @BeforeAll
    static void start() throws IOException, SQLException {
        server = EmbeddedPostgres.start();
        owner = server.getPostgresDatabase().getConnection();
    }

    @BeforeEach
    void open() {
        source = new JdbcSource(Databases.postgreSqlAt(server.getPort()).allowing("pg_sleep"), CLOCK);
    }

    @AfterEach
    void close() {
        source.close();
    }

    @AfterAll
    static void stop() throws IOException, SQLException {
        CLOCK.shutdownNow();
        owner.close();
        server.close();
    }

    private Object single(String text) {
        List<List<Object>> rows = TestDatabases.rows(source, new Statement(text, List.of(), List.of(), 100));
        return rows.get(0).get(0);
    }

    private static void endAll() throws SQLException {
        owner.createStatement()
                .execute(
                        "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'Plain Sieve'");
    }

    private static void endAllAfter(Duration time) {
        CLOCK.schedule(
                () -> {
                    endAll();
                    return true;
                },
                time.toMillis(),
                TimeUnit.MILLISECONDS);
    }

    private static void signal(String signal, Object process) throws IOException, InterruptedException {
        new ProcessBuilder("kill", signal, process.toString()).start().waitFor();
    }

    @Test
    void areReplacedWhileIdle() throws SQLException {
        Object first = single("select pg_backend_pid()");
        endAll();
        assertThat(single("select pg_backend_pid()")).isNotEqualTo(first);
    }

    @Test
    void areReplacedWhileTheServerIsBusy() throws Exception {
        Object first = single("select pg_backend_pid()");
        signal("-STOP", first);
        endAll();
        CLOCK.schedule(
                () -> {
                    signal("-CONT", first);
                    return true;
                },
                BUSY.toMillis(),
                TimeUnit.MILLISECONDS);
        assertThat(single("select pg_backend_pid()")).isNotEqualTo(first);
    }

    @Test
    void endTheStatementThatWasRunning() {
        single("select 'connected'");
        endAllAfter(SEEN_RUNNING);
        assertThatThrownBy(() -> single("select pg_sleep(20)"))
                .isInstanceOf(SourceFailure.class)
                .hasMessageContaining("terminating connection");
    }
}
