package plainsieve.sources;

import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;

/**
 * Stops one run at the database, from any thread, at any moment: before its statement exists, while it runs, or while
 * its rows are fetched.
 */
public final class Cancellation {
    /** Why a run was stopped. */
    public enum Reason {
        ASKED,
        TIME_LIMIT
    }

    private Statement running;
    private Reason reason;

    /** Stops the run. Does nothing when it has ended or was stopped before. */
    public synchronized void stop(Reason why) {
        if (reason != null) {
            return;
        }
        reason = why;
        if (running != null) {
            cancelQuietly(running);
        }
    }

    public synchronized Optional<Reason> reason() {
        return Optional.ofNullable(reason);
    }

    /** From now on {@link #stop} cancels this statement. Returns false when the run was stopped before. */
    synchronized boolean begin(Statement statement) {
        running = statement;
        return reason == null;
    }

    synchronized void end() {
        running = null;
    }

    /* A statement that has just ended refuses to be cancelled; that is what was wanted. */
    private static void cancelQuietly(Statement statement) {
        try {
            statement.cancel();
        } catch (SQLException e) {
            System.getLogger(Cancellation.class.getName()).log(System.Logger.Level.DEBUG, "Cancel came late", e);
        }
    }
}
