package plainsieve.core.value;

import java.util.concurrent.CancellationException;

/** Cooperative cancellation of long computations: they stop soon after their thread is interrupted. */
public final class Interruption {
    private Interruption() {}

    /** Throws {@link CancellationException} if the current thread is interrupted. Leaves its interrupt status set. */
    public static void check() {
        if (Thread.currentThread().isInterrupted()) {
            throw new CancellationException("The thread of this computation was interrupted.");
        }
    }
}
