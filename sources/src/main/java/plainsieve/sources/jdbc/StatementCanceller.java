package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.ReentrantLock;

/**
 * Cancels the statement of a connection, and closes the connection if that does not help. Both may hang and therefore run on their
 * own threads.
 */
final class StatementCanceller {
    private static final System.Logger LOG = System.getLogger(StatementCanceller.class.getName());

    private final Connection connection;
    private final Connections connections;
    private final ScheduledExecutorService clock;
    private final ExecutorService helpers;
    private final Duration grace;
    private Optional<Statement> statement = Optional.empty();
    private boolean stopped;
    private volatile boolean ended;

    /** Held while cancelling, so that a cancellation never hits the next statement of the connection. */
    private final ReentrantLock cancelling = new ReentrantLock();

    /** Set by whichever comes first, completion or abort: an aborted connection is not reused. */
    private final AtomicBoolean decided = new AtomicBoolean();

    /** @param grace how long a statement may go on after it was cancelled */
    StatementCanceller(
            Connection connection,
            Connections connections,
            ScheduledExecutorService clock,
            ExecutorService helpers,
            Duration grace) {
        this.connection = connection;
        this.connections = connections;
        this.clock = clock;
        this.helpers = helpers;
        this.grace = grace;
    }

    /** Sets the statement to cancel. Throws if the run was cancelled before. */
    synchronized void runs(Statement running) throws SQLException {
        statement = Optional.of(running);
        if (stopped) {
            throw new SQLException("stopped before it began");
        }
    }

    /** Returns at once. A source that was closed has stopped everything already. */
    synchronized void stop() {
        if (!stopped) {
            stopped = true;
            cancelInTime();
        }
    }

    private synchronized void cancelInTime() {
        if (!ended && !helpers.isShutdown()) {
            statement.ifPresent(running -> helpers.execute(() -> cancel(running)));
            clock.schedule(this::insist, grace.toMillis(), TimeUnit.MILLISECONDS);
        }
    }

    /* A cancellation immediately before its statement starts is lost; for embedded engines it is repeated. */
    private void insist() {
        if (connections.canBreak()) {
            helpers.execute(this::breakConnection);
        } else {
            cancelInTime();
        }
    }

    /* A statement that has just ended rejects cancellation, which is harmless. */
    private void cancel(Statement running) {
        cancelling.lock();
        try {
            if (!ended) {
                running.cancel();
            }
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "Cancel came late", e);
        } finally {
            cancelling.unlock();
        }
    }

    private void breakConnection() {
        if (!decided.compareAndSet(false, true)) {
            return;
        }
        // Set before the waiting caller continues: the next one must not wait, too.
        connections.gaveNoSign();
        try {
            connection.unwrap(Connection.class).abort(helpers);
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "The connection could not be broken", e);
        }
    }

    /** Nothing runs on the connection any more. */
    void ended() {
        cancelling.lock();
        ended = true;
        cancelling.unlock();
        if (!decided.compareAndSet(false, true)) {
            connections.drop(connection);
        }
    }
}
