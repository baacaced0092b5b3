package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** Connection errors are reported as such and not as query errors. */
class ConnectingTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static SourceFailure failure(SourceSettings settings, String password) {
        SourceAccess access = new SourceAccess("there", settings, new Secret(password));
        try (JdbcSource source = new JdbcSource(access, CLOCK)) {
            SourceFailure health = catchThrowableOfType(SourceFailure.class, source::health);
            OutgoingStatement question = new OutgoingStatement.Sql(new Statement("select 1", List.of(), List.of(), 10));
            SourceFailure run = catchThrowableOfType(
                    SourceFailure.class,
                    () -> source.run(
                            question, new RunLimits(Duration.ofSeconds(10)), new Cancellation(), new Collected()));
            assertThat(run).hasMessage(health.getMessage());
            assertThat(run.advice()).isEqualTo(health.advice()).doesNotContain("query");
            return run;
        }
    }

    private static SourceSettings.OnServer server(String kind) throws Exception {
        return (SourceSettings.OnServer) Databases.settings(kind).settings();
    }

    private static SourceSettings with(SourceSettings.OnServer to, String host, String database, String user) {
        return to.kind().settings(new SourceFields(host, to.port(), database, user));
    }

    @ParameterizedTest
    @CsvSource({"postgresql", "mariadb"})
    void wrongPasswordAsksForUserAndPassword(String kind) throws Exception {
        SourceSettings.OnServer to = server(kind);
        SourceFailure failure = failure(with(to, to.host(), to.database(), "nobody_here"), "wrong");
        assertThat(failure.kind()).isEqualTo(SourceFailure.Kind.UNREACHABLE);
        assertThat(failure).hasMessageContaining("rejects the user");
        assertThat(failure.advice()).contains("password");
    }

    /** Repeated attempts with a rejected password would lock the database account. */
    @Test
    void rejectedPasswordIsSentOnce() throws Exception {
        SourceSettings.OnServer to = server("mariadb");
        SourceSettings wrong = with(to, to.host(), to.database(), "rejected");
        long before = rejections();
        try (JdbcSource source = new JdbcSource(new SourceAccess("locked", wrong, new Secret("wrong")), CLOCK)) {
            OutgoingStatement question = new OutgoingStatement.Sql(new Statement("select 1", List.of(), List.of(), 10));
            for (int i = 0; i < 5; i++) {
                assertThatThrownBy(source::health).hasMessageContaining("rejects the user");
                assertThatThrownBy(() -> source.run(
                                question, new RunLimits(Duration.ofSeconds(10)), new Cancellation(), new Collected()))
                        .hasMessageContaining("rejects the user");
            }
            TimeUnit.SECONDS.sleep(4);
        }
        assertThat(rejections() - before).isEqualTo(1);
        // The same settings are tried again after saving.
        try (JdbcSource source = new JdbcSource(new SourceAccess("locked", wrong, new Secret("wrong")), CLOCK)) {
            assertThatThrownBy(source::health).hasMessageContaining("rejects the user");
        }
        assertThat(rejections() - before).isEqualTo(2);
    }

    private static long rejections() throws Exception {
        try (JdbcSource source = new JdbcSource(Databases.settings("mariadb"), CLOCK)) {
            Statement status = new Statement(
                    "select cast(variable_value as integer) from information_schema.global_status where variable_name = 'ACCESS_DENIED_ERRORS'",
                    List.of(),
                    List.of(),
                    10);
            return (Long) TestDatabases.rows(source, status).get(0).get(0);
        }
    }

    @Test
    void invalidDatabaseFileIsReported() throws Exception {
        Path file = Files.createTempDirectory("no-database").resolve("notes.sqlite");
        Files.writeString(file, "These are notes, and no database at all. ".repeat(100));
        SourceFailure failure = failure(new SourceSettings.Sqlite(file.toString()), "");
        assertThat(failure).hasMessageContaining("is not a SQLite database");
    }

    @ParameterizedTest
    @CsvSource({"postgresql", "mariadb"})
    void wrongDatabaseNameIsReported(String kind) throws Exception {
        SourceSettings.OnServer to = server(kind);
        SourceFailure failure = failure(with(to, to.host(), "no_such_database", to.user()), "");
        assertThat(failure).hasMessageContaining("has no such database");
        assertThat(failure.advice()).contains("database name");
    }

    @ParameterizedTest
    @CsvSource({"postgresql", "mariadb"})
    void wrongHostIsReported(String kind) throws Exception {
        SourceSettings.OnServer to = server(kind);
        SourceFailure failure = failure(with(to, "no-such-host.invalid", to.database(), to.user()), "");
        assertThat(failure).hasMessageContaining("cannot be reached");
        assertThat(failure.advice()).contains("address");
    }

    @Test
    void missingFileIsReported() {
        for (SourceSettings file : List.of(
                new SourceSettings.DuckDb("/nowhere/gone.duckdb"), new SourceSettings.Sqlite("/nowhere/gone.sqlite"))) {
            SourceFailure failure = failure(file, "");
            assertThat(failure).hasMessageContaining("cannot be opened");
            assertThat(failure.advice()).contains("Restore the file");
        }
    }
}
