package plainsieve.sources;

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
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;

/**
 * One database with its pool of read-only connections. Connects when first asked, so a database that is down does not
 * keep the program from starting, and one that comes back is found without a restart.
 */
public final class DatabaseSource implements AutoCloseable {
    private static final int MOST_CONNECTIONS = 8;
    private static final long CONNECT_MILLIS = 2500;

    private final SourceSettings settings;
    private final Vendor vendor;
    private final ScheduledExecutorService clock;
    private final HikariDataSource pool;

    /** @param clock stops runs that take too long; the caller owns it */
    public DatabaseSource(SourceSettings settings, ScheduledExecutorService clock) {
        this.settings = settings;
        this.vendor = Vendor.of(settings.kind());
        this.clock = clock;
        HikariConfig config = new HikariConfig();
        vendor.configure(config, settings);
        config.setPoolName(settings.id());
        config.setMaximumPoolSize(MOST_CONNECTIONS);
        config.setMinimumIdle(0);
        config.setConnectionTimeout(CONNECT_MILLIS);
        config.setInitializationFailTimeout(-1);
        this.pool = new HikariDataSource(config);
    }

    public SourceSettings settings() {
        return settings;
    }

    public Dialect dialect() {
        return Dialect.named(settings.kind().dialect()).orElseThrow();
    }

    /**
     * Runs a statement and hands its rows on as they come, at most as many as its cap.
     *
     * @throws SourceFailure when the database cannot be reached, refuses the statement, or the run is stopped
     */
    public Answer run(Statement statement, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        ScheduledFuture<?> alarm = clock.schedule(
                () -> cancellation.stop(Cancellation.Reason.TIME_LIMIT),
                limits.longest().toMillis(),
                TimeUnit.MILLISECONDS);
        try (Connection connection = connect();
                PreparedStatement prepared = connection.prepareStatement(
                        withoutMark(vendor.jdbcText(statement)),
                        ResultSet.TYPE_FORWARD_ONLY,
                        ResultSet.CONCUR_READ_ONLY)) {
            return run(connection, prepared, statement, cancellation, receiver);
        } catch (SQLException e) {
            SourceFailure failure = failure(e, limits, cancellation);
            throw failure.kind() == SourceFailure.Kind.REFUSED_STATEMENT
                    ? new SourceFailure(
                            failure.kind(), failure.getMessage(), failure.advice(), vendor.position(e, statement), e)
                    : failure;
        } finally {
            alarm.cancel(false);
        }
    }

    /**
     * Asks for the plan of a statement.
     *
     * @param measured whether the database shall run the statement to its end and count rows, where it can
     * @throws SourceFailure as for {@link #run}
     */
    public Plan explain(Statement statement, boolean measured, RunLimits limits, Cancellation cancellation) {
        return Explaining.plan(
                statement, dialect(), measured, (question, receiver) -> run(question, limits, cancellation, receiver));
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
            properties.setProperty("password", settings.password().reveal());
        }
        return properties;
    }

    private Answer run(
            Connection connection,
            PreparedStatement prepared,
            Statement statement,
            Cancellation cancellation,
            RowReceiver receiver)
            throws SQLException {
        vendor.prepareForStreaming(connection, prepared);
        int index = 1;
        for (BoundValue value : statement.values()) {
            vendor.bind(connection, prepared, index++, value.bound());
        }
        long start = System.nanoTime();
        try {
            if (!cancellation.begin(prepared)) {
                throw new SQLException("stopped before it began");
            }
            try (ResultSet rows = prepared.executeQuery()) {
                return new RowPump(rows, vendor, receiver, cancellation, start).pump(statement.cap());
            }
        } finally {
            cancellation.end();
            endTransaction(connection);
        }
    }

    /* A connection lost on the way has no transaction to end, and its own failure is already on its way up. */
    private static void endTransaction(Connection connection) {
        try {
            if (!connection.getAutoCommit()) {
                connection.rollback();
            }
        } catch (SQLException e) {
            System.getLogger(DatabaseSource.class.getName()).log(System.Logger.Level.DEBUG, "Rollback failed", e);
        }
    }

    /** The tables and views that can be read, with their columns. */
    public Catalogue catalogue() {
        try (Connection connection = connect()) {
            Catalogue catalogue = Catalogue.read(connection, vendor);
            endTransaction(connection);
            return catalogue;
        } catch (SQLException e) {
            throw failure(e, RunLimits.standard(), new Cancellation());
        }
    }

    /** Asks the database for a sign of life. Returns its name and version; throws {@link SourceFailure} when it is down. */
    public String version() {
        try (Connection connection = connect()) {
            if (!connection.isValid(2)) {
                throw new SQLTransientConnectionException("The connection is dead.");
            }
            String version = connection.getMetaData().getDatabaseProductName() + " "
                    + connection.getMetaData().getDatabaseProductVersion();
            endTransaction(connection);
            return version;
        } catch (SQLException e) {
            throw failure(e, RunLimits.standard(), new Cancellation());
        }
    }

    private SourceFailure failure(SQLException e, RunLimits limits, Cancellation cancellation) {
        if (cancellation.reason().isPresent()) {
            return stopped(e, limits, cancellation.reason().get());
        }
        if (e instanceof SQLTransientConnectionException) {
            return noConnection(e);
        }
        if (vendor.isUnreachable(e)) {
            return unreachable(e);
        }
        if (vendor.isStopped(e)) {
            return new SourceFailure(
                    SourceFailure.Kind.STOPPED,
                    "The database stopped the statement: " + vendor.message(e),
                    "Run it again; if it is stopped again, ask who looks after the database.",
                    e);
        }
        return new SourceFailure(
                SourceFailure.Kind.REFUSED_STATEMENT,
                "The database refused the statement: " + vendor.message(e),
                "Correct the query on the bench.",
                e);
    }

    private static SourceFailure stopped(SQLException e, RunLimits limits, Cancellation.Reason reason) {
        return reason == Cancellation.Reason.TIME_LIMIT
                ? new SourceFailure(
                        SourceFailure.Kind.TIMED_OUT,
                        "The statement was stopped after %d seconds."
                                .formatted(limits.longest().toSeconds()),
                        "Choose less, for example a shorter range of dates.",
                        e)
                : new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", e);
    }

    private SourceFailure noConnection(SQLException e) {
        boolean allBusy = e.getCause() == null
                && pool.getHikariPoolMXBean() != null
                && pool.getHikariPoolMXBean().getActiveConnections() >= MOST_CONNECTIONS;
        return allBusy
                ? new SourceFailure(
                        SourceFailure.Kind.BUSY,
                        "All %d connections to “%s” are busy.".formatted(MOST_CONNECTIONS, settings.id()),
                        "Wait a moment and run it again.",
                        e)
                : unreachable(e);
    }

    private SourceFailure unreachable(SQLException e) {
        SQLException cause = e.getCause() instanceof SQLException inner ? inner : e;
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” at %s cannot be reached: %s".formatted(settings.id(), settings.address(), vendor.message(cause)),
                "Start the database or correct its address; nothing here needs a restart.",
                e);
    }

    @Override
    public void close() {
        pool.close();
    }
}
