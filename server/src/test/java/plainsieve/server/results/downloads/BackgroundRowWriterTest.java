package plainsieve.server.results.downloads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.sources.Column;

@Timeout(value = 20, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class BackgroundRowWriterTest {
    private static final List<Column> COLUMNS = List.of(new Column("number", "BIGINT", Column.Kind.INTEGER));

    private final ExecutorService beside = Executors.newCachedThreadPool();
    private final File file = new File();

    @AfterEach
    void stop() {
        beside.shutdownNow();
    }

    /** Records what is written and by which thread. It fails at a given row. */
    private static final class File implements RowWriter {
        private final CountDownLatch mayGoOn = new CountDownLatch(1);
        private final List<Long> rows = new ArrayList<>();
        private final List<String> said = new ArrayList<>();
        private final Set<Thread> threads = new HashSet<>();
        private long breaksAt = Long.MAX_VALUE;
        private boolean waits;
        private boolean breaksAtItsEnd;

        @Override
        public void columns(List<Column> columns) {
            say("columns");
        }

        @Override
        public void row(Object[] values) throws IOException {
            threads.add(Thread.currentThread());
            if (waits) {
                await();
            }
            if ((long) values[0] == breaksAt) {
                throw new IOException("The disk is full.");
            }
            rows.add((long) values[0]);
        }

        private void await() {
            try {
                mayGoOn.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        @Override
        public void close() throws IOException {
            if (breaksAtItsEnd) {
                throw new IOException("The disk is full.");
            }
            say("ended");
        }

        @Override
        public void release() {
            say("let go");
        }

        private void say(String what) {
            threads.add(Thread.currentThread());
            said.add(what);
        }
    }

    private static void write(BackgroundRowWriter rows, long count) {
        for (long i = 0; i < count; i++) {
            rows.row(new Object[] {i});
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 1, 255, 256, 257, 512, 100_000})
    void keepsTheOrder(long count) {
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        write(rows, count);
        rows.end();
        assertThat(file.rows)
                .containsExactlyElementsOf(LongStream.range(0, count).boxed().toList());
        assertThat(file.said).containsExactly("columns", "ended", "let go");
        rows.abandon();
        assertThat(file.said).hasSize(3);
    }

    @Test
    void writesInOneThread() {
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        write(rows, 10_000);
        rows.end();
        assertThat(file.threads).hasSize(1).doesNotContain(Thread.currentThread());
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 300, 99_999})
    void reportsWriteErrors(long breaksAt) {
        file.breaksAt = breaksAt;
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        assertThatThrownBy(() -> {
                    write(rows, 100_000);
                    rows.end();
                })
                .hasMessage("The disk is full.");
        rows.abandon();
        assertThat(file.rows).hasSize((int) breaksAt);
        assertThat(file.said).containsExactly("columns", "let go");
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 100_000})
    void reportsCloseErrors(long count) {
        file.breaksAtItsEnd = true;
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        write(rows, count);
        assertThatThrownBy(rows::end).hasMessage("The disk is full.");
        rows.abandon();
        assertThat(file.said).containsExactly("columns", "let go");
    }

    @Test
    void reportsOverload() {
        BackgroundRowWriter rows = new BackgroundRowWriter(
                () -> {
                    throw new OutOfMemoryError("Java heap space");
                },
                COLUMNS,
                beside);
        assertThatThrownBy(() -> {
                    write(rows, 100_000);
                    rows.end();
                })
                .hasMessage("The server could not write the file.");
        rows.abandon();
    }

    @Test
    void reportsOpenErrors() {
        BackgroundRowWriter rows = new BackgroundRowWriter(
                () -> {
                    throw new IOException("There is no room.");
                },
                COLUMNS,
                beside);
        assertThatThrownBy(rows::end).hasMessage("There is no room.");
        rows.abandon();
    }

    @Test
    void abandonedWriterDoesNotFinish() {
        file.waits = true;
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        write(rows, 2_000);
        file.mayGoOn.countDown();
        rows.abandon();
        assertThat(file.rows).hasSizeLessThan(2_000);
        assertThat(file.said).containsExactly("columns", "let go");
    }

    @Test
    void boundsReadAhead() throws Exception {
        file.waits = true;
        BackgroundRowWriter rows = new BackgroundRowWriter(() -> file, COLUMNS, beside);
        CountDownLatch read = new CountDownLatch(5_000);
        beside.submit(() -> {
            for (long i = 0; i < 5_000; i++) {
                rows.row(new Object[] {i});
                read.countDown();
            }
            rows.end();
        });
        Thread.sleep(200);
        assertThat(read.getCount()).isGreaterThan(2_000);
        file.mayGoOn.countDown();
        read.await();
    }
}
