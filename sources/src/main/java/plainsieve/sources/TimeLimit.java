package plainsieve.sources;

import java.time.Duration;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/** Stops a run after its timeout. */
public final class TimeLimit {
    private TimeLimit() {}

    /** A scheduler for the timeouts of many runs; it retains nothing of ended ones. The caller shuts it down. */
    public static ScheduledThreadPoolExecutor clock() {
        ScheduledThreadPoolExecutor clock = new ScheduledThreadPoolExecutor(1, task -> {
            Thread thread = new Thread(task, "time-limits");
            thread.setDaemon(true);
            return thread;
        });
        clock.setRemoveOnCancelPolicy(true);
        return clock;
    }

    /** The result of some work, which is interrupted at the limit. */
    public static <T> T run(
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
