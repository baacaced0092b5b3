package plainsieve.server;

import java.time.Duration;
import java.util.concurrent.Callable;
import java.util.function.Predicate;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionFactory;

/** Waits for what another thread or process does. Fails after a minute. */
public final class Waiting {
    private static final Duration PATIENCE = Duration.ofMinutes(1);
    private static final Duration INTERVAL = Duration.ofMillis(20);

    private Waiting() {}

    public static void until(Callable<Boolean> condition) {
        waiting().until(condition);
    }

    /** The value, as soon as it is as wanted. */
    public static <T> T until(Callable<T> value, Predicate<T> wanted) {
        return waiting().until(value, wanted);
    }

    private static ConditionFactory waiting() {
        return Awaitility.await().atMost(PATIENCE).pollDelay(Duration.ZERO).pollInterval(INTERVAL);
    }
}
