package plainsieve.server.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Cancellation;

class CancellationsTest {
    private final AtomicLong nanos = new AtomicLong();
    private final Cancellations cancellations = new Cancellations(nanos::get);

    private void wait(Duration time) {
        nanos.addAndGet(time.toNanos());
    }

    /** Downloads may take half an hour. */
    @Test
    void stopsARunThatHasTakenLong() {
        Cancellation run = cancellations.begin("long");
        wait(Duration.ofMinutes(29));
        cancellations.stop("long");
        assertThat(run.reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void aStopThatOvertakesItsRunIsNotLost() {
        cancellations.stop("early");
        wait(Duration.ofSeconds(5));
        assertThat(cancellations.begin("early").reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void doesNotStopAnotherRun() {
        Cancellation run = cancellations.begin("mine");
        cancellations.stop("yours");
        assertThat(run.reason()).isEmpty();
    }

    @Test
    void doesNotRememberForEverThatAnEndedRunWasStopped() {
        cancellations.end("over", cancellations.begin("over"));
        cancellations.stop("over");
        wait(Duration.ofMinutes(11));
        assertThat(cancellations.begin("over").reason()).isEmpty();
    }

    @Test
    void stopsBothOfTwoRunsThatHaveTheSameId() {
        Cancellation one = cancellations.begin("same");
        Cancellation other = cancellations.begin("same");
        cancellations.end("same", one);
        Cancellation third = cancellations.begin("same");
        cancellations.stop("same");
        assertThat(one.reason()).isEmpty();
        assertThat(other.reason()).contains(Cancellation.Reason.ASKED);
        assertThat(third.reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void inventedIdsPushNothingOut() {
        Cancellation run = cancellations.begin("mine");
        cancellations.stop("early");
        for (int i = 0; i < 20_000; i++) {
            cancellations.stop("invented " + i);
        }
        assertThat(cancellations.begin("early").reason()).contains(Cancellation.Reason.ASKED);
        cancellations.stop("mine");
        assertThat(run.reason()).contains(Cancellation.Reason.ASKED);
    }
}
