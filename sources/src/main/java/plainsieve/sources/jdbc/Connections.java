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

/** The connections to one database: a pool of sessions that may read alone, filled when first asked. */
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
     * A connection of the pool. The pool waits and tries again when it cannot connect; trying once by hand, before there is any
     * and when it has given up, says at once what is wrong, in the driver's own words.
     *
     * @throws plainsieve.sources.SourceFailure at once while the database is known to be silent
     */
    Connection get() throws SQLException {
        unresponsiveGuard.refuse();
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
        vendor.reach(connection);
        return connection;
    }

    /** Whether the database is another process, which may hang while this one goes on. */
    boolean canBreak() {
        return access.settings() instanceof SourceSettings.OnServer;
    }

    /** Lets no one wait longer than this for the next word of the database. */
    void limit(Connection connection, Duration longest) throws SQLException {
        if (canBreak()) {
            // Past the pool, which stumbles over a connection that is limited and then dropped.
            connection.unwrap(Connection.class).setNetworkTimeout(Runnable::run, (int) longest.toMillis());
        }
    }

    /** Lets go of every connection that waits here: one was found to be gone, as all are when the database was started again. */
    void restart() {
        pool.getHikariPoolMXBean().softEvictConnections();
    }

    /** The database did not even hear that it should stop. */
    void gaveNoSign() {
        unresponsiveGuard.notice();
    }

    /** A connection that no one should use again. */
    void drop(Connection connection) {
        pool.evictConnection(connection);
    }

    @Override
    public void close() {
        unresponsiveGuard.close();
        pool.close();
    }
}
