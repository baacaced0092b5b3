package plainsieve.server.api.body;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.server.project.NotFound;

class FailureBodyTest {
    @Test
    void whatIsGoneByNowIsNoFaultOfOursAndNamesNothingOfTheInside() {
        assertThat(FailureBody.of(new NotFound("source", "feries", List.of("ferries", "tides"))))
                .hasValueSatisfying(told -> {
                    assertThat(told).isNotEqualTo(FailureBody.INTERNAL);
                    assertThat(told.message() + told.advice()).doesNotContain("feries", "ferries", "source");
                });
    }

    @Test
    void whatShouldNotHaveBeenIsNotToldAsTheirs() {
        assertThat(FailureBody.of(new IllegalStateException("a fault of ours"))).isEmpty();
    }
}
