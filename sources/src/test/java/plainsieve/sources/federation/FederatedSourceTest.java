package plainsieve.sources.federation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Plan;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.PartSender;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.jdbc.JdbcSource;

/** Rows of a real PostgreSQL and a real MariaDB, joined. */
class FederatedSourceTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final RunLimits LIMITS = new RunLimits(Duration.ofSeconds(30));
    private static final int ROWS = 12_000;

    private static final Map<String, Source> DATABASES = new HashMap<>();

    @TempDir
    Path folder;

    private FederatedSource several;
    private final List<Statement> asked = Collections.synchronizedList(new ArrayList<>());
    private final CountDownLatch begun = new CountDownLatch(1);

    @BeforeAll
    static void connect() throws Exception {
        for (String kind : List.of("postgresql", "mariadb")) {
            DATABASES.put(
                    kind,
                    new JdbcSource(
                            TestDatabases.awkward(kind, (connection, name) -> {
                                try (var statement = connection.createStatement()) {
                                    statement.execute(
                                            "create table numbers (n integer not null, half integer, word varchar(20))");
                                    String series = name.equals("postgresql")
                                            ? "generate_series(1, " + ROWS + ") as s(i)"
                                            : "(select seq as i from seq_1_to_" + ROWS + ") s";
                                    statement.execute("insert into numbers select i, floor(i / 2), concat('w', i) from "
                                            + series);
                                }
                            }),
                            CLOCK));
        }
    }

    @AfterAll
    static void stop() {
        DATABASES.values().forEach(Source::close);
        CLOCK.shutdownNow();
    }

    @BeforeEach
    void open() {
        EnginePool enginePool = new EnginePool(new EngineLimits(1L << 30, 2), 4);
        several = new FederatedSource(enginePool, folder, new FederatedSource.Limits(ROWS), CLOCK);
    }

    @AfterEach
    void close() {
        several.close();
    }

    /** Records what each side was sent. */
    private final class Asking implements PartSender {
        @Override
        public RunSummary send(SourcePart part, Statement statement, Cancellation whole, RowReceiver receiver) {
            asked.add(statement);
            Cancellation run = new Cancellation();
            if (!whole.begin(() -> run.stop(whole.reason().orElse(Cancellation.Reason.LEFT)))) {
                run.stop(Cancellation.Reason.LEFT);
            }
            begun.countDown();
            return DATABASES.get(part.source()).run(new OutgoingStatement.Sql(statement), LIMITS, run, receiver);
        }

        @Override
        public boolean counts(SourcePart part) {
            return true;
        }
    }

    private static SourcePart side(String name, String source, String sql, String... keysFrom) {
        Map<String, Type> columns = Map.of("n", Type.INTEGER, "half", Type.INTEGER, "word", Type.TEXT);
        return SourcePart.of(
                name, new SourcePart.Location(source, Dialects.of(source)), columns, Set.of(keysFrom), sql);
    }

    private static Statement statement(String here, SourcePart... sides) {
        return new Statement(
                FederatedQueryText.of(List.of(sides), here).whole(), List.of(), List.of(), Statement.NO_CAP);
    }

    private List<List<Object>> rows(Statement statement) {
        return TestDatabases.rows(several.sourceOf(new Asking()), statement);
    }

    private static final String BOTH = "select a.n, b.word from a join b on b.n = a.n order by a.n";

    @Test
    void queriesTheSmallerSideFirstAndTransfersItsKeys() {
        List<List<Object>> rows = rows(statement(
                BOTH,
                side("a", "postgresql", "select n, half, word from numbers", "mariadb"),
                side("b", "mariadb", "select n, word from numbers where n in (7, 9000)", "postgresql")));
        assertThat(rows).containsExactly(List.of(7L, "w7"), List.of(9000L, "w9000"));
        // Both are counted, then queried.
        assertThat(asked).hasSize(4);
        assertThat(asked.get(2).text()).startsWith("select n, word from numbers where n in (7, 9000)");
        assertThat(asked.get(3).text()).isEqualTo("select n, half, word from numbers where n in (?, ?)");
    }

    @Test
    void withoutADecisionTransfersAndCountsNothing() {
        assertThat(rows(statement(
                        BOTH,
                        side("a", "postgresql", "select n from numbers"),
                        side("b", "mariadb", "select n, word from numbers where n < 4"))))
                .hasSize(3);
        assertThat(asked).hasSize(2).allMatch(sent -> sent.values().isEmpty());
    }

    @Test
    void transfersAtMostTenThousandKeys() {
        Statement ten = statement(
                BOTH,
                side("a", "postgresql", "select n from numbers where n <= 10000"),
                side("b", "mariadb", "select n, word from numbers", "postgresql"));
        assertThat(rows(ten)).hasSize(10_000);
        assertThat(asked.get(1).values()).hasSize(1);
        asked.clear();
        Statement more = statement(
                BOTH,
                side("a", "postgresql", "select n from numbers where n <= 10001"),
                side("b", "mariadb", "select n, word from numbers", "postgresql"));
        assertThat(rows(more)).hasSize(10_001);
        assertThat(asked.get(1).values()).isEmpty();
    }

    /** PostgreSQL rejects such text, even in a comparison. */
    @Test
    void doesNotTransferAKeyThatASourceRejects() {
        Statement statement = statement(
                "select a.word from a join b on b.word = a.word",
                side(
                        "b",
                        "mariadb",
                        "select n, if(n = 5, concat('w', char(0)), word) as word from numbers where n < 8"),
                side("a", "postgresql", "select n, word from numbers", "mariadb"));
        assertThat(rows(statement)).hasSize(6);
        assertThat(asked.get(1).values()).isEmpty();
    }

    @Test
    void emptySideFetchesNothing() {
        Statement none = statement(
                "select a.n, b.word from a left join b on b.n = a.n",
                side("a", "postgresql", "select n from numbers where n < 0"),
                side("b", "mariadb", "select n, word from numbers", "postgresql"));
        assertThat(rows(none)).isEmpty();
        assertThat(asked.get(1).text()).contains("is null");
    }

    @Test
    void rejectsMoreRowsThanTheLimitWithAdvice() {
        Statement statement = statement(
                "select count(*) as n from a", side("a", "postgresql", "select n from numbers union all select -1"));
        assertThatThrownBy(() -> rows(statement))
                .isInstanceOfSatisfying(
                        SourceFailure.class, e -> assertThat(e.advice()).contains("before the step"))
                .hasMessageContaining("more than 12,000 rows");
        assertThat(folder).isEmptyDirectory();
    }

    @Test
    void mapsSourceErrorsToTheWholeText() {
        Statement statement = statement(
                "select count(*) as n from a", side("a", "postgresql", "select n from numbers where nonsense = 3"));
        assertThatThrownBy(() -> rows(statement)).isInstanceOfSatisfying(SourceFailure.class, e -> assertThat(
                        e.position().orElseThrow())
                .isEqualTo(statement.text().indexOf("nonsense")));
        Statement here = statement("select nonsense from a", side("a", "postgresql", "select n from numbers"));
        assertThatThrownBy(() -> rows(here)).isInstanceOf(SourceFailure.class).hasMessageContaining("nonsense");
    }

    @Test
    void rejectsDuplicateColumns() {
        Statement statement =
                statement("select count(*) as n from a", side("a", "mariadb", "select n, half as N from numbers"));
        assertThatThrownBy(() -> rows(statement)).hasMessageContaining("returns two columns named");
    }

    @Test
    void viewsOfAPageShareFetchedRows() throws Exception {
        SourcePart a = side("a", "postgresql", "select n, half from numbers");
        List<CompletableFuture<List<List<Object>>>> runs = Stream.of(
                        "select count(*) as c from a", "select sum(half) as s from a", "select max(n) as m from a")
                .map(here -> CompletableFuture.supplyAsync(() -> rows(statement(here, a))))
                .toList();
        List<Object> found = new ArrayList<>();
        for (CompletableFuture<List<List<Object>>> run : runs) {
            found.add(run.get(30, TimeUnit.SECONDS).get(0).get(0));
        }
        assertThat(found.get(0)).isEqualTo(12_000L);
        assertThat(asked).hasSize(1);
    }

    @Test
    void cancellationReachesTheSource() throws Exception {
        Cancellation cancellation = new Cancellation();
        Statement slow = statement(
                "select count(*) as n from a", side("a", "postgresql", "select n from numbers, pg_sleep(25)"));
        CompletableFuture<Void> run = CompletableFuture.runAsync(() -> several.sourceOf(new Asking())
                .run(new OutgoingStatement.Sql(slow), LIMITS, cancellation, new DiscardingReceiver()));
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
        long start = System.nanoTime();
        cancellation.stop(Cancellation.Reason.ASKED);
        assertThatThrownBy(() -> run.get(20, TimeUnit.SECONDS)).hasRootCauseInstanceOf(SourceFailure.class);
        assertThat(Duration.ofNanos(System.nanoTime() - start)).isLessThan(Duration.ofSeconds(15));
        String sleeping = "select pid from pg_stat_activity where state = 'active' and query like '%pg_sleep(25)%'"
                + " and pid <> pg_backend_pid()";
        Statement still = new Statement(sleeping, List.of(), List.of(), Statement.NO_CAP);
        // A database notices a cancellation at its next check.
        List<List<Object>> running = TestDatabases.rows(DATABASES.get("postgresql"), still);
        for (int i = 0; i < 100 && !running.isEmpty(); i++) {
            Thread.sleep(50);
            running = TestDatabases.rows(DATABASES.get("postgresql"), still);
        }
        assertThat(running).isEmpty();
    }

    private static final class DiscardingReceiver implements RowReceiver {
        @Override
        public void columns(List<Column> columns) {
            // Not inspected.
        }

        @Override
        public void row(Object[] values) {
            // Not inspected.
        }
    }

    @Test
    void planShowsFetchedRowsOfEachSource() {
        Statement statement = statement(
                BOTH,
                side("a", "postgresql", "select n from numbers where n < 3"),
                side("b", "mariadb", "select n, word from numbers", "postgresql"));
        rows(statement);
        int before = asked.size();
        Plan plan = several.sourceOf(new Asking())
                .explain(new OutgoingStatement.Sql(statement), false, LIMITS, new Cancellation());
        assertThat(plan.steps().get(0).inWords()).startsWith("a of postgresql: 2 rows fetched in ");
        assertThat(plan.steps().get(1).inWords())
                .startsWith("b of mariadb: 2 rows fetched in ")
                .endsWith("filtered by 2 values of n of a");
        // The displayed rows and no others.
        assertThat(asked).hasSize(before);
    }

    /** Fetched values keep their types and values. */
    @Test
    void keepsValues() {
        String all =
                "select 9223372036854775807 as big, 12345678901234567890 as huge, cast(0.10 as numeric(6, 2)) as cents,"
                        + " cast(1.5 as double precision) as half_, cast('2026-02-28' as date) as day,"
                        + " cast('2026-02-28 23:59:59.123456' as timestamp) as moment, true as yes, 'Þ''\"\n' as text_,"
                        + " cast(null as integer) as nothing, cast('NaN' as double precision) as nan, cast('infinity' as date) as never";
        List<List<Object>> rows = rows(statement("select * from a", side("a", "postgresql", all)));
        assertThat(rows.get(0))
                .map(value -> value == null ? "-" : value.toString())
                .containsExactly(
                        "9223372036854775807",
                        "12345678901234567890",
                        "0.10",
                        "1.5",
                        "2026-02-28",
                        "2026-02-28T23:59:59.123456",
                        "true",
                        "Þ'\"\n",
                        "-",
                        "NaN",
                        "infinity");
        assertThat(rows(statement(
                        "select day + 1 as next, cents * 3 as three, moment + interval 1 second as later from a",
                        side("a", "postgresql", all))))
                .extracting(row -> row.stream().map(Object::toString).toList())
                .containsExactly(List.of("2026-03-01", "0.30", "2026-03-01T00:00:00.123456"));
    }

    @Test
    void convertsTextToDatesOnlyWhereDisplayedAsText() {
        SourcePart days = SourcePart.of(
                "a",
                new SourcePart.Location("mariadb", Dialects.of("mariadb")),
                Map.of("day", Type.DATE, "bad", Type.DATE, "whole", Type.INTEGER),
                Set.of(),
                "select '2026-02-28' as day, '2026-02-30' as bad, '2.5' as whole");
        assertThat(rows(statement("select day + 1 as next, bad || '!' as bad, whole * 2 as twice from a", days)))
                .extracting(row -> row.stream().map(Object::toString).toList())
                .containsExactly(List.of("2026-03-01", "2026-02-30!", "5.0"));
    }

    @Test
    void leavesNoFilesWhenClosed() throws IOException {
        rows(statement("select count(*) as n from a", side("a", "postgresql", "select n from numbers")));
        several.close();
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left).isEmpty();
        }
    }
}
