package plainsieve.sources;

import java.time.Duration;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/** Stops a run that takes too long. */
public final class TimeLimit {
    private TimeLimit() {}

    /** What comes of some work, which is stopped once that time is over. */
    public static <T> T within(
            ScheduledExecutorService clock, Duration longest, Cancellation cancellation, Supplier<T> work) {
        ScheduledFuture<?> alarm = clock.schedule(
                () -> cancellation.stop(Cancellation.Reason.TIME_LIMIT), longest.toMillis(), TimeUnit.MILLISECONDS);
        try {
            return work.get();
        } finally {
            alarm.cancel(false);
        }
    }
}
