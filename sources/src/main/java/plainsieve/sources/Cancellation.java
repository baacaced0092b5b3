package plainsieve.sources;

import java.util.Optional;

/**
 * Cancels one run from any thread: before it starts, while queued, or while rows are fetched. The runner registers how to cancel
 * it.
 */
public final class Cancellation {
    private static final Runnable NOTHING = () -> {};

    /** Why a run was stopped. */
    public enum Reason {
        ASKED,
        /** The reader has disconnected. */
        LEFT,
        TIME_LIMIT
    }

    private Runnable whatToDo = NOTHING;
    private Reason reason;

    /** Stops the run. Does nothing when it was stopped before; when it has ended, nothing is left to do. */
    public void stop(Reason why) {
        Runnable act;
        synchronized (this) {
            if (reason != null) {
                return;
            }
            reason = why;
            act = whatToDo;
        }
        act.run();
    }

    public synchronized Optional<Reason> reason() {
        return Optional.ofNullable(reason);
    }

    /**
     * From now on {@link #stop} does this.
     *
     * @param act may be called from any thread, also just after {@link #end}; must not throw
     * @return false when the run was stopped before
     */
    public synchronized boolean begin(Runnable act) {
        whatToDo = act;
        return reason == null;
    }

    public synchronized void end() {
        whatToDo = NOTHING;
    }
}
