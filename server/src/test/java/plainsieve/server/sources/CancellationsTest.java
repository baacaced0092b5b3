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

    private static Cancellations.RunKey key(String id) {
        return new Cancellations.RunKey("owner", id);
    }

    /** An ID is no secret: it appears in addresses and logs. */
    @Test
    void ignoresRunsOfOtherUsers() {
        Cancellation run = cancellations.begin(key("known"));
        cancellations.stop(new Cancellations.RunKey("stranger", "known"));
        assertThat(run.reason()).isEmpty();
    }

    /** Downloads may take half an hour. */
    @Test
    void cancelsALongRun() {
        Cancellation run = cancellations.begin(key("long"));
        wait(Duration.ofMinutes(29));
        cancellations.stop(key("long"));
        assertThat(run.reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void remembersACancellationBeforeItsRun() {
        cancellations.stop(key("early"));
        wait(Duration.ofSeconds(5));
        assertThat(cancellations.begin(key("early")).reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void ignoresOtherRuns() {
        Cancellation run = cancellations.begin(key("mine"));
        cancellations.stop(key("yours"));
        assertThat(run.reason()).isEmpty();
    }

    @Test
    void forgetsEndedRuns() {
        cancellations.end(key("over"), cancellations.begin(key("over")));
        cancellations.stop(key("over"));
        wait(Duration.ofMinutes(11));
        assertThat(cancellations.begin(key("over")).reason()).isEmpty();
    }

    @Test
    void cancelsBothRunsOfOneId() {
        Cancellation one = cancellations.begin(key("same"));
        Cancellation other = cancellations.begin(key("same"));
        cancellations.end(key("same"), one);
        Cancellation third = cancellations.begin(key("same"));
        cancellations.stop(key("same"));
        assertThat(one.reason()).isEmpty();
        assertThat(other.reason()).contains(Cancellation.Reason.ASKED);
        assertThat(third.reason()).contains(Cancellation.Reason.ASKED);
    }

    @Test
    void unknownIdsEvictNothing() {
        Cancellation run = cancellations.begin(key("mine"));
        cancellations.stop(key("early"));
        for (int i = 0; i < 20_000; i++) {
            cancellations.stop(key("invented " + i));
        }
        assertThat(cancellations.begin(key("early")).reason()).contains(Cancellation.Reason.ASKED);
        cancellations.stop(key("mine"));
        assertThat(run.reason()).contains(Cancellation.Reason.ASKED);
    }
}
