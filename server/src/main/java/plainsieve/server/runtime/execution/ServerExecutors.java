package plainsieve.server.runtime.execution;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.jvm.ExecutorServiceMetrics;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import plainsieve.server.people.OverloadException;

/**
 * The server's executors, each bounded, with metrics under its name. They end after the web server has stopped and before the
 * components that use them are closed. Work that is refused throws {@link OverloadException}.
 */
@Component
public class ServerExecutors implements SmartLifecycle {
    /** Runs wait for their turn at a source on their thread, so this is far more than sources execute at once. */
    private static final int MAX_RUNS = 1_000;

    private static final int MAX_LOOKUPS = 64;
    private static final int MAX_WAITING_LOOKUPS = 2_000;
    /** Three kinds of periodic work wait for locked records; deadlines must not wait with them. */
    private static final int SCHEDULER_THREADS = 5;

    private static final Duration IDLE = Duration.ofSeconds(60);
    private static final Duration RETRY_AFTER = Duration.ofSeconds(5);

    private final ThreadPoolExecutor runs;
    private final ThreadPoolExecutor lookups;
    private final ScheduledThreadPoolExecutor scheduler;

    ServerExecutors(MeterRegistry metrics) {
        runs = bounded("run", MAX_RUNS, new SynchronousQueue<>());
        lookups = bounded("lookup", MAX_LOOKUPS, new LinkedBlockingQueue<>(MAX_WAITING_LOOKUPS));
        scheduler = new ScheduledThreadPoolExecutor(SCHEDULER_THREADS, named("scheduler"));
        scheduler.setRemoveOnCancelPolicy(true);
        new ExecutorServiceMetrics(runs, "runs", List.of()).bindTo(metrics);
        new ExecutorServiceMetrics(lookups, "lookups", List.of()).bindTo(metrics);
        new ExecutorServiceMetrics(scheduler, "scheduler", List.of()).bindTo(metrics);
    }

    private static ThreadPoolExecutor bounded(String name, int threads, BlockingQueue<Runnable> waiting) {
        boolean queues = waiting.remainingCapacity() > 0;
        ThreadPoolExecutor executor = new ThreadPoolExecutor(
                queues ? threads : 0, threads, IDLE.toMillis(), TimeUnit.MILLISECONDS, waiting, named(name));
        executor.allowCoreThreadTimeOut(queues);
        executor.setRejectedExecutionHandler((work, full) -> {
            throw new OverloadException("The server is at its limit of concurrent work.", RETRY_AFTER);
        });
        return executor;
    }

    private static ThreadFactory named(String name) {
        return task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        };
    }

    /** Runs of statements that a caller waits for. Nothing waits for a thread: a run may need another's thread to end. */
    public ExecutorService runs() {
        return runs;
    }

    /** Short statements in the background: value lists, catalogs, columns, suggestions. Work here waits for other work here only with a timeout. */
    public ExecutorService lookups() {
        return lookups;
    }

    /** Periodic work and deadlines. */
    public ScheduledExecutorService scheduler() {
        return scheduler;
    }

    @Override
    public void start() {
        // They start with their first work.
    }

    @Override
    public boolean isRunning() {
        return !runs.isShutdown();
    }

    /** Stops after the web server. */
    @Override
    public int getPhase() {
        return 0;
    }

    @Override
    public void stop() {
        scheduler.shutdownNow();
        runs.shutdownNow();
        lookups.shutdownNow();
    }
}
