package plainsieve.sources.threads;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;

/** Threads of one source for work that may hang, such as cancelling a statement. They end when they are idle. */
public final class HelperThreads {
    private static final long IDLE_SECONDS = 10;

    private HelperThreads() {}

    /** @param most maximum number of threads; further work waits. The caller shuts the executor down. */
    public static ExecutorService bounded(String name, int most) {
        ThreadPoolExecutor threads = new ThreadPoolExecutor(
                most, most, IDLE_SECONDS, TimeUnit.SECONDS, new LinkedBlockingQueue<>(), task -> {
                    Thread thread = new Thread(task, name);
                    thread.setDaemon(true);
                    return thread;
                });
        threads.allowCoreThreadTimeOut(true);
        return threads;
    }
}
