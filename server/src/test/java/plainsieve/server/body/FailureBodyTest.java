package plainsieve.server.body;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.OverloadException;

class FailureBodyTest {
    @Test
    void disconnectedClientIsNotAnErrorAndRevealsNothing() {
        assertThat(FailureBody.of(new NotFoundException("source", "feries", List.of("ferries", "tides"))))
                .hasValueSatisfying(told -> {
                    assertThat(told).isNotEqualTo(FailureBody.INTERNAL);
                    assertThat(told.message() + told.advice()).doesNotContain("feries", "ferries", "source");
                });
    }

    @Test
    void overloadNamesWhenToRetry() {
        assertThat(FailureBody.of(new OverloadException("Too many.", Duration.ofSeconds(5))))
                .hasValueSatisfying(body -> assertThat(body.advice()).contains("5 seconds"));
    }

    @Test
    void internalErrorIsNotBlamedOnTheClient() {
        assertThat(FailureBody.of(new IllegalStateException("a fault of ours"))).isEmpty();
    }
}
