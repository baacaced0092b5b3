package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.core.statement.Statement;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;

/** A database file requests more memory than its engine may use. */
class DuckDbMemoryTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final int ROWS = 1_500_000;

    @TempDir
    private static Path ours;

    private static Path beside;
    private static Source source;

    @BeforeAll
    static void open() throws Exception {
        SourceAccess access = TestDatabases.awkward("duckdb", (connection, kind) -> connection
                .createStatement()
                .execute(
                        "create table logs as select i, hash(i)::varchar || hash(i + 1)::varchar || hash(i + 2)::varchar as line from range(%d) r(i)"
                                .formatted(ROWS)));
        SourceSettings.DuckDb settings = (SourceSettings.DuckDb) access.settings();
        beside = Path.of(settings.file()).getParent();
        EngineLimits little = new EngineLimits(64L << 20, 2);
        source = new JdbcSource(
                access, DuckDbVendor.restrictedTo(settings, little.settings(ours.resolve("beyond"))), CLOCK);
    }

    @AfterAll
    static void close() {
        source.close();
        CLOCK.shutdownNow();
    }

    private static Set<Path> files(Path folder) {
        try (Stream<Path> all = Files.walk(folder)) {
            return Set.copyOf(all.filter(Files::isRegularFile).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Counts rows and records which files existed at the first of them. */
    private static final class Watching implements RowReceiver {
        private int rows;
        private final Set<Path> seen = new HashSet<>();

        @Override
        public void columns(List<Column> columns) {}

        @Override
        public void row(Object[] values) {
            if (rows++ == 0) {
                seen.addAll(files(ours));
                seen.addAll(files(beside));
            }
        }
    }

    @Test
    void spillsIntoItsOwnFolder() {
        Set<Path> before = files(beside);
        Watching watching = new Watching();

        source.run(
                new OutgoingStatement.Sql(new Statement(
                        "select line, i from logs order by line", List.of(), List.of(), Statement.NO_CAP)),
                TestDatabases.LIMITS,
                new Cancellation(),
                watching);

        assertThat(watching.rows).isEqualTo(ROWS);
        assertThat(watching.seen).anyMatch(file -> file.startsWith(ours));
        watching.seen.removeIf(file -> file.startsWith(ours));
        assertThat(watching.seen).isEqualTo(before);
    }

    @Test
    void reportsOutOfMemoryWithTheSetting() {
        assertThatThrownBy(() -> TestDatabases.answer(
                        source,
                        new Statement(
                                "select length(string_agg(line || line || line, '')) from logs",
                                List.of(),
                                List.of(),
                                Statement.NO_CAP)))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> {
                    assertThat(failure.kind()).isEqualTo(SourceFailure.Kind.BUSY);
                    assertThat(failure.getMessage())
                            .contains("Out of memory", "Out of Memory Error")
                            .doesNotContain("SET memory_limit");
                    assertThat(failure.advice()).contains("Narrow the choices", "plainsieve.engine-memory");
                });
        assertThat(TestDatabases.answer(
                                source,
                                new Statement("select count(*) from logs", List.of(), List.of(), Statement.NO_CAP))
                        .rows())
                .isEqualTo(List.of(List.of((long) ROWS)));
    }
}
