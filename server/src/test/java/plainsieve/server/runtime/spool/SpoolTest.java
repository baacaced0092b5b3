package plainsieve.server.runtime.spool;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.SplittableRandom;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SpoolTest {
    private static final long MOST = 8 << 20;

    @TempDir
    Path folder;

    private static byte[] bytes(SplittableRandom random, int length) {
        byte[] bytes = new byte[length];
        random.nextBytes(bytes);
        return bytes;
    }

    /** In memory and on disk. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void isFirstInFirstOut(long seed) throws Exception {
        SplittableRandom random = new SplittableRandom(seed);
        ByteArrayOutputStream came = new ByteArrayOutputStream();
        ByteArrayOutputStream read = new ByteArrayOutputStream();
        try (Spool spool = new Spool(folder, MOST)) {
            CompletableFuture<Void> reading = CompletableFuture.runAsync(() -> readAll(spool, read, seed % 2 == 0));
            try (OutputStream in = spool.input()) {
                for (int i = 0; i < 400; i++) {
                    byte[] some = bytes(random, random.nextInt(1, 20_000));
                    came.writeBytes(some);
                    in.write(some);
                }
            }
            spool.end();
            reading.join();
        }
        assertThat(read.toByteArray()).isEqualTo(came.toByteArray());
    }

    private static void readAll(Spool spool, OutputStream out, boolean slowly) {
        try {
            while (!spool.isOver(Duration.ofMillis(10))) {
                spool.writeTo(out);
                if (slowly) {
                    Thread.sleep(20);
                }
            }
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void neverBlocksTheWriterAndLeavesNoFile() throws Exception {
        try (Spool spool = new Spool(folder, MOST)) {
            spool.input().write(new byte[6 << 20]);
            try (var files = Files.list(folder)) {
                assertThat(files).isEmpty();
            }
            assertThat(spool.isOver(Duration.ZERO)).isFalse();
        }
    }

    @Test
    void enforcesItsSizeLimit() throws Exception {
        try (Spool spool = new Spool(folder, MOST)) {
            OutputStream in = spool.input();
            in.write(new byte[7 << 20]);
            assertThatThrownBy(() -> in.write(new byte[2 << 20])).hasMessageContaining("8 MB are pending");
            spool.writeTo(OutputStream.nullOutputStream());
            in.write(new byte[7 << 20]);
        }
    }

    @Test
    void reportsADisconnectedReader() throws Exception {
        Spool spool = new Spool(folder, MOST);
        OutputStream in = spool.input();
        in.write(1);
        spool.close();
        assertThatThrownBy(() -> in.write(1)).hasMessage("The reader disconnected");
    }

    @Test
    void endsOnlyAfterItsLastRow() throws Exception {
        try (Spool spool = new Spool(folder, MOST)) {
            assertThat(spool.isOver(Duration.ofMillis(20))).isFalse();
            spool.end();
            assertThat(spool.isOver(Duration.ofMinutes(1))).isTrue();
        }
    }
}
