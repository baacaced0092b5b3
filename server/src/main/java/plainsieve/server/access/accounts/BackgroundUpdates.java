package plainsieve.server.access.accounts;

import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.server.runtime.execution.ServerExecutors;

/**
 * Runs small updates in order in the background; best effort, dropped when the queue is full. Failed updates are not
 * repeated, since later ones supersede them.
 */
@Component
class BackgroundUpdates {
    private static final Logger LOG = LoggerFactory.getLogger(BackgroundUpdates.class);
    private static final int MOST_WAITING = 1_000;
    private static final long PAUSE_MILLIS = 100;

    private final BlockingQueue<Runnable> waiting = new ArrayBlockingQueue<>(MOST_WAITING);

    BackgroundUpdates(ServerExecutors executors) {
        executors.scheduler().scheduleWithFixedDelay(this::work, PAUSE_MILLIS, PAUSE_MILLIS, TimeUnit.MILLISECONDS);
    }

    void run(Runnable work) {
        if (!waiting.offer(work)) {
            LOG.debug("Left undone: too many updates are waiting");
        }
    }

    private void work() {
        Runnable next = waiting.poll();
        while (next != null) {
            attempt(next);
            next = waiting.poll();
        }
    }

    private static void attempt(Runnable work) {
        try {
            work.run();
        } catch (RuntimeException | Error e) {
            LOG.debug("Left undone", e);
        }
    }
}
