package plainsieve.server.definitions.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.server.people.Caller;
import plainsieve.server.people.OverloadException;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;

@Timeout(value = 30, unit = TimeUnit.SECONDS)
class AnalysisLimitTest {
    private static final Caller ANN = Caller.of("author", Role.AUTHOR, Viewer.browser("ann", "author"));
    /* Without accounts, callers are distinguished by browser. */
    private static final Caller BEN = Caller.of("author", Role.AUTHOR, Viewer.browser("ben", "author"));

    private static final ScheduledExecutorService WATCHDOG = Executors.newScheduledThreadPool(1);
    private static final Caller CLEO = Caller.of("author", Role.AUTHOR, Viewer.browser("cleo", "author"));

    private final AnalysisLimit limit = new AnalysisLimit(4, Duration.ofMillis(200), Duration.ofMillis(300), WATCHDOG);

    @AfterAll
    static void end() {
        WATCHDOG.shutdownNow();
    }

    @Test
    void stopsAfterTheTimeLimitAndKeepsTheThreadUsable() {
        String text = "select * from t where a = 1" + " and b = 2".repeat(10_000);
        assertThatThrownBy(() -> limit.run(ANN, () -> {
                    while (true) {
                        PreparedQuery.of(text, Dialects.of("sqlite"));
                    }
                }))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("took longer");
        assertThat(Thread.currentThread().isInterrupted()).isFalse();
        assertThat(limit.run(ANN, () -> 7)).isEqualTo(7);
    }

    @Test
    void reservesHalfOfThePermitsForOthers() throws Exception {
        try (Held held = new Held(ANN, ANN)) {
            assertThatThrownBy(() -> held.limit.run(ANN, () -> 1)).isInstanceOf(OverloadException.class);
            assertThat(held.limit.run(BEN, () -> 2)).isEqualTo(2);
            held.end.countDown();
            CompletableFuture.allOf(held.running).get();
            assertThat(held.limit.run(ANN, () -> 3)).isEqualTo(3);
        }
    }

    /** Permit holders may wait for lookups of the server. */
    @Test
    void serverLookupsProceedWhileAllPermitsAreHeld() throws Exception {
        try (Held held = new Held(ANN, ANN, BEN, BEN)) {
            assertThatThrownBy(() -> held.limit.run(CLEO, () -> 1)).isInstanceOf(OverloadException.class);
            assertThat(held.limit.run(Caller.SERVER, () -> 2)).isEqualTo(2);
        }
    }

    /** Four permits, some of them held until the end. */
    private static final class Held implements AutoCloseable {
        private final AnalysisLimit limit =
                new AnalysisLimit(4, Duration.ofSeconds(20), Duration.ofMillis(300), WATCHDOG);
        private final CountDownLatch end = new CountDownLatch(1);
        private final CompletableFuture<?>[] running;

        Held(Caller... callers) throws InterruptedException {
            CountDownLatch began = new CountDownLatch(callers.length);
            running = Stream.of(callers)
                    .map(caller -> CompletableFuture.runAsync(
                            () -> limit.run(caller, () -> {
                                began.countDown();
                                return await(end);
                            }),
                            task -> new Thread(task).start()))
                    .toArray(CompletableFuture[]::new);
            began.await();
        }

        @Override
        public void close() {
            end.countDown();
        }
    }

    @Test
    void releasesThePermitAfterAnError() {
        for (int i = 0; i < 10; i++) {
            assertThatThrownBy(() -> limit.run(ANN, () -> {
                        throw new StackOverflowError();
                    }))
                    .isInstanceOf(StackOverflowError.class);
        }
        assertThat(limit.run(ANN, () -> 1)).isEqualTo(1);
    }

    private static boolean await(CountDownLatch end) {
        try {
            return end.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
