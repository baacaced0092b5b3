package plainsieve.server.access.accounts;

import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Runs small updates in order in the background; best effort, dropped when the queue is full. Failed updates are not
 * repeated, since later ones supersede them.
 */
@Component
class BackgroundUpdates implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(BackgroundUpdates.class);
    private static final int MOST_WAITING = 1_000;

    private final ThreadPoolExecutor one = new ThreadPoolExecutor(
            0,
            1,
            10,
            TimeUnit.SECONDS,
            new ArrayBlockingQueue<>(MOST_WAITING),
            work -> {
                Thread thread = new Thread(work, "later");
                thread.setDaemon(true);
                return thread;
            },
            new ThreadPoolExecutor.DiscardPolicy());

    void run(Runnable work) {
        one.execute(() -> {
            try {
                work.run();
            } catch (RuntimeException e) {
                LOG.debug("Left undone", e);
            }
        });
    }

    @Override
    public void destroy() {
        one.shutdownNow();
    }
}
