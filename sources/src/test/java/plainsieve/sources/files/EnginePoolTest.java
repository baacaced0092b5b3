package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;

/** Folders share the engines of a process, and files change while they are queried. */
class EnginePoolTest {
    private static final String LONG =
            "select count(*) from range(100000000) a, range(1000000) b where a.range < b.range";

    @TempDir
    Path base;

    private final EnginePool enginePool = new EnginePool(new EngineLimits(512L << 20, 2), 2);
    private final List<FolderFixture> folders = new ArrayList<>();
    private final ExecutorService others = Executors.newCachedThreadPool();

    @AfterEach
    void close() {
        folders.forEach(FolderFixture::close);
        others.shutdownNow();
    }

    private FolderFixture folder(String name) throws IOException {
        FolderFixture folder = new FolderFixture(Files.createDirectories(base.resolve(name)), enginePool);
        folder.write("t.csv", "name\n" + name + "\n");
        folders.add(folder);
        return folder;
    }

    @Test
    void evictsAnotherFolderAndReopensFromTheCache() throws IOException {
        List<FolderFixture> all = List.of(folder("a"), folder("b"), folder("c"));
        for (int round = 0; round < 3; round++) {
            for (FolderFixture one : all) {
                assertThat(one.rows("select name from t")).hasSize(1);
            }
        }
        long open = 0;
        for (FolderFixture one : all) {
            open += one.keptFiles(".duckdb").size();
            assertThat(one.keptFiles(".parquet")).hasSize(1);
        }
        assertThat(open).isEqualTo(2);
    }

    @Test
    void waitsForABusyEngineUntilTheTimeout() throws Exception {
        FolderFixture first = folder("a");
        FolderFixture second = folder("b");
        FolderFixture third = folder("c");
        Cancellation one = new Cancellation();
        Cancellation two = new Cancellation();
        CompletableFuture<Void> running = CompletableFuture.allOf(asking(first, one), asking(second, two));
        Thread.sleep(1_500);
        assertThatThrownBy(() -> ask(third, "select name from t", new Cancellation(), Duration.ofMillis(500)))
                .isInstanceOf(SourceFailure.class)
                .hasMessageContaining("still being read");
        one.stop(Cancellation.Reason.ASKED);
        assertThat(third.rows("select name from t")).containsExactly("c");
        two.stop(Cancellation.Reason.ASKED);
        assertThatThrownBy(running::join).hasCauseInstanceOf(SourceFailure.class);
    }

    @Test
    void returnsAConsistentSnapshotWhileAFileChanges() throws Exception {
        FolderFixture folder = folder("a");
        List<CompletableFuture<List<String>>> answers = new ArrayList<>();
        for (int round = 1; round <= 12; round++) {
            folder.write("t.csv", "n\n" + (round + "\n").repeat(round * 1_000));
            for (int caller = 0; caller < 3; caller++) {
                answers.add(CompletableFuture.supplyAsync(
                        () -> folder.rows("select count(*) = n * 1000 from t group by n"), others));
            }
            Thread.sleep(60);
        }
        for (CompletableFuture<List<String>> answer : answers) {
            assertThat(answer.join()).containsExactly("true");
        }
    }

    private CompletableFuture<Void> asking(FolderFixture folder, Cancellation cancellation) {
        return CompletableFuture.runAsync(() -> ask(folder, LONG, cancellation, Duration.ofSeconds(60)), others);
    }

    private static void ask(FolderFixture folder, String sql, Cancellation cancellation, Duration longest) {
        Statement statement = new Statement(sql, List.of(), List.of(), Statement.NO_CAP);
        folder.source()
                .run(
                        new OutgoingStatement.Sql(statement),
                        new RunLimits(longest),
                        cancellation,
                        new DiscardingReceiver());
    }

    private static final class DiscardingReceiver implements RowReceiver {
        @Override
        public void columns(List<Column> columns) {
            // Only the duration matters.
        }

        @Override
        public void row(Object[] values) {
            // Only the duration matters.
        }
    }
}
