package plainsieve.server.sources.sent;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;
import plainsieve.server.AnotherServer;

/** No entry of Sent is lost because another one is invalid or the records are busy. */
class SentWriterTest {
    @Test
    void retriesWhenRecordsWereBusyAndSkipsAFailingEntry() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.jobs=false")) {
            SentWriter writer = server.part(SentWriter.class);
            AtomicInteger tries = new AtomicInteger();
            CountDownLatch written = new CountDownLatch(3);
            writer.later(records -> written.countDown());
            writer.later(records -> {
                throw new IllegalStateException("cannot be written");
            });
            writer.later(records -> {
                // With the failing one, alone while the records are busy, then alone again.
                if (tries.incrementAndGet() <= 2) {
                    throw new IllegalStateException(new SQLiteException("busy", SQLiteErrorCode.SQLITE_BUSY));
                }
                written.countDown();
            });
            writer.later(records -> written.countDown());
            assertThat(written.await(10, TimeUnit.SECONDS)).isTrue();
        }
    }
}
