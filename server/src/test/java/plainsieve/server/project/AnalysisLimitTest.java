package plainsieve.server.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.server.people.OverloadException;

@Timeout(value = 30, unit = TimeUnit.SECONDS)
class AnalysisLimitTest {
    private final AnalysisLimit limit = new AnalysisLimit(4, Duration.ofMillis(200), Duration.ofMillis(300));

    @AfterEach
    void end() {
        limit.destroy();
    }

    @Test
    void stopsWhatTakesTooLongAndLeavesTheThreadUsable() {
        String text = "select * from t where a = 1" + " and b = 2".repeat(10_000);
        assertThatThrownBy(() -> limit.run("ann", () -> {
                    while (true) {
                        PreparedQuery.of(text, Dialects.of("sqlite"));
                    }
                }))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("took longer");
        assertThat(Thread.currentThread().isInterrupted()).isFalse();
        assertThat(limit.run("ann", () -> 7)).isEqualTo(7);
    }

    @Test
    void keepsHalfOfThePlacesForOtherCallers() throws Exception {
        AnalysisLimit patient = new AnalysisLimit(4, Duration.ofSeconds(20), Duration.ofMillis(300));
        CountDownLatch began = new CountDownLatch(2);
        CountDownLatch end = new CountDownLatch(1);
        CompletableFuture<?>[] held = new CompletableFuture<?>[2];
        for (int i = 0; i < held.length; i++) {
            held[i] = CompletableFuture.runAsync(
                    () -> patient.run("ann", () -> {
                        began.countDown();
                        return await(end);
                    }),
                    task -> new Thread(task).start());
        }
        began.await();
        assertThatThrownBy(() -> patient.run("ann", () -> 1)).isInstanceOf(OverloadException.class);
        assertThat(patient.run("ben", () -> 2)).isEqualTo(2);
        end.countDown();
        CompletableFuture.allOf(held).get();
        assertThat(patient.run("ann", () -> 3)).isEqualTo(3);
        patient.destroy();
    }

    @Test
    void givesThePlaceBackAfterAnError() {
        for (int i = 0; i < 10; i++) {
            assertThatThrownBy(() -> limit.run("ann", () -> {
                        throw new StackOverflowError();
                    }))
                    .isInstanceOf(StackOverflowError.class);
        }
        assertThat(limit.run("ann", () -> 1)).isEqualTo(1);
    }

    private static boolean await(CountDownLatch end) {
        try {
            return end.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
