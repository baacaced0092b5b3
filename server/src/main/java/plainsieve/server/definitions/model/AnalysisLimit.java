package plainsieve.server.definitions.model;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.people.Caller;
import plainsieve.server.people.OverloadException;
import plainsieve.server.runtime.execution.ServerExecutors;

/**
 * Limits the work on query texts before and after they are sent: parsing, checking, compiling steps, rewriting, evaluating
 * plans. It is CPU-bound and can take seconds for a text of a megabyte. Only as many run concurrently as the machine can serve, half of them for one
 * caller, and each stops at its deadline: its thread is interrupted, which the engine checks for ({@link
 * plainsieve.core.value.Interruption}).
 */
@Component
public class AnalysisLimit {
    private static final Duration DEADLINE = Duration.ofSeconds(20);
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(10);
    private static final Duration RETRY_AFTER = Duration.ofSeconds(5);

    private final int places;
    private final Duration deadline;
    private final Duration longestWait;
    private final Map<String, Integer> running = new HashMap<>();
    private int total;
    private final ThreadLocal<Boolean> inside = ThreadLocal.withInitial(() -> false);
    private final ScheduledExecutorService watchdog;

    @Autowired
    AnalysisLimit(ServerExecutors executors) {
        this(
                Math.max(4, 2 * Runtime.getRuntime().availableProcessors()),
                DEADLINE,
                LONGEST_WAIT,
                executors.scheduler());
    }

    AnalysisLimit(int places, Duration deadline, Duration longestWait, ScheduledExecutorService watchdog) {
        this.places = places;
        this.deadline = deadline;
        this.longestWait = longestWait;
        this.watchdog = watchdog;
    }

    /**
     * Runs work on a text. It may wait for the columns of a query of another source, for seconds; the server looks them up in
     * the background without a permit, so that waiting work cannot hold all permits. Nested work shares the permit
     * and the deadline.
     *
     * @param caller whose share it uses: a user, a browser, or an API key
     * @throws ProblemException if it exceeds the deadline
     * @throws OverloadException if no permit becomes available in time
     */
    public <T> T run(Caller caller, Supplier<T> work) {
        if (inside.get()) {
            return work.get();
        }
        if (caller.equals(Caller.SERVER)) {
            return untilDeadline(work);
        }
        enter(caller.owner());
        inside.set(true);
        try {
            return untilDeadline(work);
        } finally {
            inside.remove();
            release(caller.owner());
        }
    }

    private <T> T untilDeadline(Supplier<T> work) {
        Alarm alarm = new Alarm(Thread.currentThread());
        ScheduledFuture<?> scheduled = watchdog.schedule(alarm::ring, deadline.toMillis(), TimeUnit.MILLISECONDS);
        try {
            return work.get();
        } catch (RuntimeException e) {
            if (alarm.hasRung()) {
                throw tooLong(e);
            }
            throw e;
        } finally {
            scheduled.cancel(false);
            alarm.disarm();
        }
    }

    /** Interrupts a thread at most once, and never after it was disarmed. */
    private static final class Alarm {
        private final Thread thread;
        private boolean armed = true;
        private boolean rung;

        Alarm(Thread thread) {
            this.thread = thread;
        }

        synchronized void ring() {
            if (armed) {
                rung = true;
                thread.interrupt();
            }
        }

        synchronized boolean hasRung() {
            return rung;
        }

        synchronized void disarm() {
            armed = false;
            if (rung) {
                Thread.interrupted();
            }
        }
    }

    private synchronized void enter(String caller) {
        long until = System.nanoTime() + longestWait.toNanos();
        while (total >= places || running.getOrDefault(caller, 0) >= Math.max(1, places / 2)) {
            long left = TimeUnit.NANOSECONDS.toMillis(until - System.nanoTime());
            if (left <= 0 || !pause(left)) {
                throw new OverloadException("Too many texts of queries are analyzed at this moment.", RETRY_AFTER);
            }
        }
        total++;
        running.merge(caller, 1, Integer::sum);
    }

    private boolean pause(long millis) {
        try {
            wait(millis);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private synchronized void release(String caller) {
        total--;
        running.computeIfPresent(caller, (key, count) -> count == 1 ? null : count - 1);
        notifyAll();
    }

    private ProblemException tooLong(RuntimeException cause) {
        ProblemException problem = new ProblemException(Problem.of(
                ProblemKind.LIMIT_EXCEEDED,
                "Analyzing this text took longer than %d seconds.".formatted(Math.max(1, deadline.toSeconds())),
                "Shorten it: send long lists of values as a parameter, and repeated conditions once."));
        problem.addSuppressed(cause);
        return problem;
    }
}
