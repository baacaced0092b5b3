package plainsieve.sources.jdbc;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Properties;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.Plan;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Dispatch;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;

/** One database with its pool of read-only connections, through its driver. Connects when first asked. */
public final class JdbcSource implements Source {
    private static final int MOST_CONNECTIONS = 8;
    private static final long CONNECT_MILLIS = 2500;
    private static final int SIGN_OF_LIFE_SECONDS = 2;

    private final SourceAccess access;
    private final Vendor vendor;
    private final ScheduledExecutorService clock;
    private final HikariDataSource pool;
    private final JdbcFailures failures;

    /** @param clock stops runs that take too long; the caller owns it */
    public JdbcSource(SourceAccess access, ScheduledExecutorService clock) {
        this.access = access;
        this.vendor = Vendors.of(access);
        this.clock = clock;
        HikariConfig config = new HikariConfig();
        vendor.configure(config);
        config.setPoolName(access.id());
        config.setMaximumPoolSize(MOST_CONNECTIONS);
        config.setMinimumIdle(0);
        config.setConnectionTimeout(CONNECT_MILLIS);
        config.setInitializationFailTimeout(-1);
        this.pool = new HikariDataSource(config);
        this.failures = new JdbcFailures(access, vendor, MOST_CONNECTIONS);
    }

    /** The dialect that its statements are written in. */
    public Dialect dialect() {
        return access.settings().dialect();
    }

    @Override
    public Answer run(Dispatch what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return run(statement(what), limits, cancellation, receiver);
    }

    /* What is sent has one kind so far; a database takes no other. */
    private static Statement statement(Dispatch what) {
        return ((Dispatch.Sql) what).statement();
    }

    private Answer run(Statement statement, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return withAlarm(limits, cancellation, () -> {
            try (Connection connection = connect();
                    PreparedStatement prepared = connection.prepareStatement(
                            withoutMark(vendor.jdbcText(statement)),
                            ResultSet.TYPE_FORWARD_ONLY,
                            ResultSet.CONCUR_READ_ONLY)) {
                return run(connection, prepared, statement, cancellation, receiver);
            } catch (SQLException e) {
                throw failures.of(e, limits, cancellation, busy()).at(vendor.position(e, statement));
            }
        });
    }

    /** Something to be done within a time. */
    private interface Timed<T> {
        T get();
    }

    private <T> T withAlarm(RunLimits limits, Cancellation cancellation, Timed<T> work) {
        ScheduledFuture<?> alarm = clock.schedule(
                () -> cancellation.stop(Cancellation.Reason.TIME_LIMIT),
                limits.longest().toMillis(),
                TimeUnit.MILLISECONDS);
        try {
            return work.get();
        } finally {
            alarm.cancel(false);
        }
    }

    @Override
    public Plan explain(Dispatch what, boolean measured, RunLimits limits, Cancellation cancellation) {
        return Explaining.plan(
                statement(what),
                dialect(),
                measured,
                (question, receiver) -> run(question, limits, cancellation, receiver));
    }

    /* A byte order mark belongs to a file's encoding; databases take it for a word. */
    private static String withoutMark(String text) {
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    /* The pool waits and tries again when it cannot connect. With no connection yet, trying once by hand says at once what
    is wrong, in the driver's own words. */
    private Connection connect() throws SQLException {
        HikariPoolMXBean state = pool.getHikariPoolMXBean();
        if (state == null || state.getTotalConnections() == 0) {
            DriverManager.getConnection(pool.getJdbcUrl(), credentials()).close();
        }
        return pool.getConnection();
    }

    private Properties credentials() {
        Properties properties = new Properties();
        properties.putAll(pool.getDataSourceProperties());
        if (pool.getUsername() != null) {
            properties.setProperty("user", pool.getUsername());
            properties.setProperty("password", access.password().reveal());
        }
        return properties;
    }

    private int busy() {
        HikariPoolMXBean state = pool.getHikariPoolMXBean();
        return state == null ? 0 : state.getActiveConnections();
    }

    private Answer run(
            Connection connection,
            PreparedStatement prepared,
            Statement statement,
            Cancellation cancellation,
            RowReceiver receiver)
            throws SQLException {
        vendor.prepareForStreaming(connection, prepared);
        long start = System.nanoTime();
        try {
            if (!cancellation.begin(() -> cancelQuietly(prepared))) {
                throw new SQLException("stopped before it began");
            }
            try (ResultSet rows = vendor.run(connection, prepared, statement)) {
                return new RowPump(rows, vendor, receiver, cancellation, start).pump(statement.cap());
            }
        } finally {
            cancellation.end();
            tidy(connection, statement);
            endTransaction(connection);
        }
    }

    /* A session that cannot be tidied is not used again. */
    private void tidy(Connection connection, Statement statement) {
        try {
            vendor.tidy(connection, statement);
        } catch (SQLException e) {
            pool.evictConnection(connection);
        }
    }

    /* A statement that has just ended refuses to be cancelled; that is what was wanted. */
    private static void cancelQuietly(PreparedStatement statement) {
        try {
            statement.cancel();
        } catch (SQLException e) {
            System.getLogger(JdbcSource.class.getName()).log(System.Logger.Level.DEBUG, "Cancel came late", e);
        }
    }

    /* A connection lost on the way has no transaction to end, and its own failure is already on its way up. */
    private static void endTransaction(Connection connection) {
        try {
            if (!connection.getAutoCommit()) {
                connection.rollback();
            }
        } catch (SQLException e) {
            System.getLogger(JdbcSource.class.getName()).log(System.Logger.Level.DEBUG, "Rollback failed", e);
        }
    }

    /* A driver's metadata has no statement that could be cancelled; the connection is given up instead. */
    @Override
    public Catalogue catalogue(RunLimits limits, Cancellation cancellation) {
        return withAlarm(limits, cancellation, () -> {
            try (Connection connection = connect()) {
                return catalogue(connection, cancellation);
            } catch (SQLException e) {
                throw failures.of(e, limits, cancellation, busy());
            }
        });
    }

    private Catalogue catalogue(Connection connection, Cancellation cancellation) throws SQLException {
        try {
            if (!cancellation.begin(() -> pool.evictConnection(connection))) {
                throw new SQLException("stopped before it began");
            }
            Catalogue catalogue = CatalogueReader.read(connection, vendor);
            endTransaction(connection);
            return catalogue;
        } finally {
            cancellation.end();
        }
    }

    @Override
    public String health() {
        try (Connection connection = connect()) {
            if (!connection.isValid(SIGN_OF_LIFE_SECONDS)) {
                throw new SQLTransientConnectionException("The connection is dead.");
            }
            String version = connection.getMetaData().getDatabaseProductName() + " "
                    + connection.getMetaData().getDatabaseProductVersion();
            endTransaction(connection);
            return version;
        } catch (SQLException e) {
            throw failures.ofConnecting(e, busy());
        }
    }

    @Override
    public void close() {
        pool.close();
    }
}
