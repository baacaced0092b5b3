package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/**
 * Stops what runs on one connection: asks the database to cancel it, and when that does not help, breaks the connection, so
 * that whoever waits on it is free. Both may hang themselves and are done on threads of their own.
 */
final class Stopping {
    private static final System.Logger LOG = System.getLogger(Stopping.class.getName());
    private static final long GRACE_MILLIS = 1_000;

    private final Connection connection;
    private final Connections connections;
    private final ScheduledExecutorService clock;
    private final Executor helpers;
    private Optional<Statement> statement = Optional.empty();
    private boolean stopped;
    private boolean ended;

    Stopping(Connection connection, Connections connections, ScheduledExecutorService clock, Executor helpers) {
        this.connection = connection;
        this.connections = connections;
        this.clock = clock;
        this.helpers = helpers;
    }

    /** What is to be cancelled from now on. */
    synchronized void runs(Statement running) {
        statement = Optional.of(running);
    }

    /** Returns at once. */
    synchronized void stop() {
        if (!ended && !stopped) {
            stopped = true;
            statement.ifPresent(running -> helpers.execute(() -> cancel(running)));
            if (connections.canBreak()) {
                clock.schedule(() -> helpers.execute(this::breakConnection), GRACE_MILLIS, TimeUnit.MILLISECONDS);
            }
        }
    }

    /* A statement that has just ended refuses to be cancelled; that is what was wanted. */
    private static void cancel(Statement running) {
        try {
            running.cancel();
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "Cancel came late", e);
        }
    }

    private void breakConnection() {
        if (isEnded()) {
            return;
        }
        // Before whoever waits is free: what comes next must not wait, too.
        connections.gaveNoSign();
        try {
            connection.unwrap(Connection.class).abort(helpers);
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "The connection could not be broken", e);
        }
        connections.drop(connection);
    }

    private synchronized boolean isEnded() {
        return ended;
    }

    /** Nothing runs on the connection any more. */
    synchronized void ended() {
        ended = true;
    }
}
