package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** A database that accepts connections without responding: timeouts hold, and others are not affected. */
class HangingDatabaseTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Statement ENDLESS = new Statement(
            "select count(*) from crossings a, crossings b, crossings c where a.delay_min + b.delay_min * c.delay_min > 0",
            List.of(),
            List.of(),
            10);
    private static final Statement SHORT = new Statement("select 1", List.of(), List.of(), 10);

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    /** Otherwise it would keep a core busy. */
    @Test
    void postgreSqlEndsAStatementWhoseClientIsGone() throws Exception {
        SourceAccess direct = Databases.settings("postgresql");
        try (Wire wire = wireTo(direct);
                JdbcSource source = new JdbcSource(over(wire, direct), CLOCK)) {
            CompletableFuture<Failed> under = CompletableFuture.supplyAsync(() -> Failed.of(source, ENDLESS, 20));
            await(direct, 1);
            wire.cut();
            under.join();
            await(direct, 0);
        }
    }

    /** Waits until the number of endless statements runs at the server. */
    private static void await(SourceAccess access, long many) throws SQLException, InterruptedException {
        SourceSettings.OnServer server = (SourceSettings.OnServer) access.settings();
        String address = "jdbc:postgresql://127.0.0.1:%d/postgres".formatted(server.port());
        try (Connection connection = DriverManager.getConnection(address, "postgres", "");
                java.sql.Statement statement = connection.createStatement()) {
            long found = -1;
            for (int i = 0; i < 100 && found != many; i++) {
                TimeUnit.MILLISECONDS.sleep(100);
                try (ResultSet rows = statement.executeQuery("select count(*) from pg_stat_activity"
                        + " where state = 'active' and query like '%crossings c%' and pid <> pg_backend_pid()")) {
                    rows.next();
                    found = rows.getLong(1);
                }
            }
            assertThat(found).isEqualTo(many);
        }
    }

    private static SourceAccess over(Wire wire, SourceAccess direct) {
        SourceSettings settings = direct.settings() instanceof SourceSettings.MariaDb there
                ? new SourceSettings.MariaDb("127.0.0.1", wire.port(), there.database(), there.user())
                : new SourceSettings.PostgreSql("127.0.0.1", wire.port(), "postgres", "postgres");
        return new SourceAccess("over a wire", settings, direct.password());
    }

    private static Wire wireTo(SourceAccess direct) throws IOException {
        return new Wire(((SourceSettings.OnServer) direct.settings()).port());
    }

    private static void run(Source source, Statement statement, int seconds) {
        source.run(
                new OutgoingStatement.Sql(statement),
                new RunLimits(Duration.ofSeconds(seconds)),
                new Cancellation(),
                new Collected());
    }

    /** The failure of a run and its duration. */
    private record Failed(SourceFailure.Kind kind, String message, double seconds) {
        static Failed of(Source source, Statement statement, int limit) {
            long start = System.nanoTime();
            SourceFailure failure = catchThrowableOfType(SourceFailure.class, () -> run(source, statement, limit));
            return new Failed(failure.kind(), failure.getMessage(), (System.nanoTime() - start) / 1e9);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "mariadb"})
    void enforcesTimeoutsAndRecovers(String kind) throws Exception {
        SourceAccess direct = Databases.settings(kind);
        try (Wire wire = wireTo(direct);
                JdbcSource hanging = new JdbcSource(over(wire, direct), CLOCK);
                JdbcSource other = new JdbcSource(Databases.settings("duckdb"), CLOCK)) {
            run(hanging, SHORT, 5);
            CompletableFuture<Failed> run = CompletableFuture.supplyAsync(() -> Failed.of(hanging, ENDLESS, 2));
            TimeUnit.MILLISECONDS.sleep(500);
            wire.hang();
            Failed elsewhere = Failed.of(other, ENDLESS, 3);
            assertThat(elsewhere.kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT);
            assertThat(elsewhere.seconds()).isBetween(2.9, 4.5);
            assertThat(run.join().kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT);
            assertThat(run.join().seconds()).isBetween(1.9, 6.0);

            Failed marked = Failed.of(hanging, SHORT, 20);
            assertThat(marked.kind()).isEqualTo(SourceFailure.Kind.UNREACHABLE);
            assertThat(marked.message()).contains("over a wire", "has not responded");
            assertThat(marked.seconds()).isLessThan(1);

            wire.goOn();
            awaitAnswer(hanging);
        }
    }

    private static void awaitAnswer(Source source) throws InterruptedException {
        for (int i = 0; i < 100; i++) {
            try {
                run(source, SHORT, 5);
                return;
            } catch (SourceFailure e) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
        }
        run(source, SHORT, 5);
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "mariadb"})
    void limitsTheConnectTimeout(String kind) throws Exception {
        SourceAccess direct = Databases.settings(kind);
        try (Wire wire = wireTo(direct);
                JdbcSource source = new JdbcSource(over(wire, direct), CLOCK)) {
            wire.hang();
            Failed first = Failed.of(source, SHORT, 30);
            assertThat(first.kind()).isEqualTo(SourceFailure.Kind.UNREACHABLE);
            assertThat(first.seconds()).isLessThan(9);
            assertThat(Failed.of(source, SHORT, 30).seconds()).isLessThan(1);
            wire.goOn();
            awaitAnswer(source);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "mariadb"})
    void replacesBrokenConnections(String kind) throws Exception {
        SourceAccess direct = Databases.settings(kind);
        try (Wire wire = wireTo(direct);
                JdbcSource source = new JdbcSource(over(wire, direct), CLOCK)) {
            run(source, SHORT, 5);
            CompletableFuture<Failed> under = CompletableFuture.supplyAsync(() -> Failed.of(source, ENDLESS, 20));
            // Cut earlier, the session might have been closed before: the statement would be sent again.
            TimeUnit.MILLISECONDS.sleep(1_500);
            wire.cut();
            assertThat(under.join().kind()).isEqualTo(SourceFailure.Kind.UNREACHABLE);
            assertThat(under.join().seconds()).isLessThan(5);
            awaitAnswer(source);
        }
    }
}
