package plainsieve.server.runtime.execution;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import plainsieve.server.Waiting;
import plainsieve.server.people.OverloadException;

@Timeout(value = 30, unit = TimeUnit.SECONDS)
class ServerExecutorsTest {
    private final SimpleMeterRegistry metrics = new SimpleMeterRegistry();
    private final ServerExecutors executors = new ServerExecutors(metrics);
    private final CountDownLatch end = new CountDownLatch(1);

    @AfterEach
    void stop() {
        end.countDown();
        executors.stop();
    }

    private int submitUntilRefused(ExecutorService executor, int most) {
        for (int i = 0; i < most; i++) {
            try {
                executor.execute(this::await);
            } catch (OverloadException e) {
                assertThat(e.retryAfter()).isPositive();
                return i;
            }
        }
        return most;
    }

    private void await() {
        try {
            end.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void rejectWorkBeyondTheirLimitAndRecover() throws Exception {
        assertThat(submitUntilRefused(executors.runs(), 5_000)).isEqualTo(1_000);
        assertThat(submitUntilRefused(executors.lookups(), 5_000)).isEqualTo(2_064);
        assertThat(metrics.get("executor.active").tag("name", "runs").gauge().value())
                .isEqualTo(1_000);
        assertThat(metrics.get("executor.queued").tag("name", "lookups").gauge().value())
                .isEqualTo(2_000);
        end.countDown();
        Waiting.until(
                () -> metrics.get("executor.active").tag("name", "runs").gauge().value() <= 900);
        Future<String> later = executors.runs().submit(() -> "later");
        assertThat(later.get()).isEqualTo("later");
    }

    @Test
    void interruptWorkWhenTheServerStops() {
        CountDownLatch interrupted = new CountDownLatch(1);
        executors.lookups().execute(() -> {
            await();
            if (Thread.currentThread().isInterrupted()) {
                interrupted.countDown();
            }
        });
        executors.stop();
        assertThat(executors.isRunning()).isFalse();
        assertThatThrownBy(() -> executors.runs().execute(() -> {})).isInstanceOf(OverloadException.class);
        assertThat(interrupted).satisfies(latch -> assertThat(latch.await(10, TimeUnit.SECONDS))
                .isTrue());
    }
}
