package plainsieve.server.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.server.AnotherServer;
import plainsieve.server.runtime.execution.ServerExecutors;

/** Cached metadata of a source survives an outage and is discarded when the source changes. */
class SourceFactsTest {
    @TempDir
    Path folder;

    private final LaterClock clock = new LaterClock();
    private AnotherServer server;
    private SourceFacts facts;

    /** A clock that is advanced by hand. */
    private static final class LaterClock extends Clock {
        private Instant now = Instant.parse("2026-03-01T00:00:00Z");

        void wait(Duration time) {
            now = now.plus(time);
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return now;
        }
    }

    @BeforeEach
    void start() {
        server = AnotherServer.ofDemo(folder, "--plainsieve.demo-crossings=200");
        facts = new SourceFacts(server.part(StatementSender.class), server.part(ServerExecutors.class), clock);
        facts.waitUntilTold("ferries");
        assertThat(facts.described("ferries")).hasSize(4);
    }

    @AfterEach
    void stop() {
        server.close();
    }

    private void loseTheFile() {
        Map<String, Object> gone = Map.of("kind", "duckdb", "database", "gone.duckdb");
        assertThat(server.api().send("PUT", "/api/v1/sources/ferries", gone).status())
                .isEqualTo(204);
    }

    @Test
    void areKeptDuringAnOutage() throws InterruptedException {
        loseTheFile();
        for (int minutes = 0; minutes < 3; minutes++) {
            clock.wait(Duration.ofMinutes(2));
            assertThat(facts.described("ferries")).hasSize(4);
            // It has failed by then, which is no response either.
            TimeUnit.MILLISECONDS.sleep(600);
            assertThat(facts.described("ferries")).hasSize(4);
        }
    }

    @Test
    void areDiscardedForAnotherSource() {
        loseTheFile();
        facts.forget("ferries");
        assertThat(facts.described("ferries")).isEmpty();
    }
}
