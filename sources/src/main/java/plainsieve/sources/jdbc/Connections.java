package plainsieve.sources.jdbc;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.vendor.Vendor;

/** The connections to one database: a pool of read-only sessions, filled on first use. */
final class Connections implements AutoCloseable {
    private static final long CONNECT_MILLIS = 2_500;
    private static final long SIGN_OF_LIFE_MILLIS = 2_000;

    private final SourceAccess access;
    private final Vendor vendor;
    private final DriverConnections driver;
    private final HikariDataSource pool;
    private final UnresponsiveGuard unresponsiveGuard;

    /** @param most connections at once */
    Connections(SourceAccess access, Vendor vendor, int most, ScheduledExecutorService clock) {
        this.access = access;
        this.vendor = vendor;
        HikariConfig config = new HikariConfig();
        vendor.configure(config);
        this.driver = new DriverConnections(config, vendor);
        config.setDataSource(driver);
        config.setUsername(null);
        config.setPassword(null);
        config.setPoolName(access.id());
        config.setMaximumPoolSize(most);
        config.setMinimumIdle(0);
        config.setConnectionTimeout(CONNECT_MILLIS);
        config.setValidationTimeout(SIGN_OF_LIFE_MILLIS);
        config.setInitializationFailTimeout(-1);
        this.pool = new HikariDataSource(config);
        this.unresponsiveGuard =
                new UnresponsiveGuard(access.id(), () -> connectOnce().close(), clock);
    }

    /**
     * A connection of the pool. The pool retries when it cannot connect; a single direct attempt, before the pool exists
     * and after it has failed, reports the driver's error immediately.
     *
     * @throws plainsieve.sources.SourceFailure immediately while the database is known to be unresponsive
     */
    Connection get() throws SQLException {
        unresponsiveGuard.reject();
        HikariPoolMXBean state = pool.getHikariPoolMXBean();
        if (state == null || state.getTotalConnections() == 0) {
            tryOnce();
        }
        try {
            return pool.getConnection();
        } catch (SQLTransientConnectionException e) {
            tryOnce();
            return pool.getConnection();
        }
    }

    Optional<Instant> rejectedSince() {
        return driver.rejectedSince();
    }

    private void tryOnce() throws SQLException {
        long start = System.nanoTime();
        try {
            connectOnce().close();
        } catch (SQLException e) {
            unresponsiveGuard.noticeAfter(System.nanoTime() - start);
            throw e;
        }
    }

    private Connection connectOnce() throws SQLException {
        Connection connection = driver.getConnection();
        vendor.verify(connection);
        return connection;
    }

    /** Whether the database is a separate process, which may hang independently. */
    boolean canBreak() {
        return access.settings() instanceof SourceSettings.OnServer;
    }

    /** Sets the network timeout. */
    void limit(Connection connection, Duration longest) throws SQLException {
        if (canBreak()) {
            // Past the pool, which stumbles over a connection that is limited and then dropped.
            connection.unwrap(Connection.class).setNetworkTimeout(Runnable::run, (int) longest.toMillis());
        }
    }

    /** Closes all idle connections: after one was found to be closed, as all are after a restart of the database. */
    void restart() {
        pool.getHikariPoolMXBean().softEvictConnections();
    }

    /** The database did not even hear that it should stop. */
    void gaveNoSign() {
        unresponsiveGuard.notice();
    }

    /** Closes a connection that must not be reused. */
    void drop(Connection connection) {
        pool.evictConnection(connection);
    }

    @Override
    public void close() {
        unresponsiveGuard.close();
        pool.close();
    }
}
