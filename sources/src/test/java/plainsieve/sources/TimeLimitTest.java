package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class TimeLimitTest {
    private final ScheduledThreadPoolExecutor clock = TimeLimit.clock();

    @AfterEach
    void stopClock() {
        clock.shutdownNow();
    }

    @Test
    void retainsNothingOfEndedRuns() {
        Duration longest = Duration.ofHours(1);
        for (int run = 0; run < 1_000; run++) {
            int number = run;
            assertThat(TimeLimit.run(clock, longest, new Cancellation(), () -> number))
                    .isEqualTo(number);
        }
        assertThatThrownBy(() -> TimeLimit.run(clock, longest, new Cancellation(), () -> {
                    throw new IllegalStateException("told");
                }))
                .hasMessage("told");
        assertThat(clock.getQueue()).isEmpty();
    }

    @Test
    void stopsLongRuns() {
        Cancellation cancellation = new Cancellation();
        CountDownLatch stopped = new CountDownLatch(1);
        cancellation.begin(stopped::countDown);
        assertThat(TimeLimit.run(clock, Duration.ofMillis(20), cancellation, () -> waited(stopped)))
                .isTrue();
        assertThat(cancellation.reason()).isEqualTo(Optional.of(Cancellation.Reason.TIME_LIMIT));
    }

    private static boolean waited(CountDownLatch stopped) {
        try {
            stopped.await();
            return true;
        } catch (InterruptedException e) {
            return false;
        }
    }
}
