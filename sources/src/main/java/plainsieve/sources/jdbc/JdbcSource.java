package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.evidence.Plan;
import plainsieve.core.sql.ReadOnlyCheck;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.jdbc.vendor.CatalogReader;
import plainsieve.sources.jdbc.vendor.Vendor;
import plainsieve.sources.jdbc.vendor.Vendors;
import plainsieve.sources.threads.HelperThreads;

/** A database with a pool of read-only connections. Connects on first use. */
public final class JdbcSource implements Source {
    private static final System.Logger LOG = System.getLogger(JdbcSource.class.getName());

    /** Additional connections for health checks and metadata. */
    private static final int MORE_CONNECTIONS = 2;

    /** The network waits longer than the time limit, which stops a statement in a better way. */
    private static final Duration LATE = Duration.ofSeconds(5);

    private static final int SIGN_OF_LIFE_SECONDS = 2;

    /**
     * Within this time a connection closed by the other side is detected, even if the other side is busy.
     * A statement that is killed deliberately has usually run longer, and is not sent again.
     */
    private static final Duration FOUND_GONE = Duration.ofSeconds(1);

    private final SourceAccess access;
    private final Vendor vendor;
    private final ScheduledExecutorService clock;
    private final Connections connections;
    private final StatementCache statements;
    private final JdbcFailures failures;
    private final ReadOnlyGuard guard;
    /** For each connection one thread that cancels its statement, and one that breaks it if that hangs. */
    private final ExecutorService helpers;

    /** @param clock scheduler of timeouts; the caller owns it */
    public JdbcSource(SourceAccess access, ScheduledExecutorService clock) {
        this(access, Vendors.of(access), clock);
    }

    /** @param vendor if the settings alone do not determine it */
    public JdbcSource(SourceAccess access, Vendor vendor, ScheduledExecutorService clock) {
        this.access = access;
        this.vendor = vendor;
        this.clock = clock;
        int most = access.limits().concurrentStatements() + SourceLimits.PLACES_BESIDE + MORE_CONNECTIONS;
        this.helpers = HelperThreads.bounded("cancellation", 2 * most);
        this.connections = new Connections(access, vendor, most, clock);
        this.statements = new StatementCache(vendor);
        this.failures = new JdbcFailures(access, vendor);
        this.guard = new ReadOnlyGuard(
                new ReadOnlyCheck(access.settings().dialect(), access.limits().functions()), vendor.functionCatalog());
    }

    /** The dialect that its statements are written in. */
    public Dialect dialect() {
        return access.settings().dialect();
    }

    @Override
    public RunSummary run(OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return run(statement(what), limits, cancellation, receiver);
    }

    /* A database accepts SQL only. */
    private static Statement statement(OutgoingStatement what) {
        return ((OutgoingStatement.Sql) what).statement();
    }

    private RunSummary run(Statement statement, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        ProgressTracker progressTracker = new ProgressTracker(receiver);
        try {
            return runOnce(statement, limits, cancellation, progressTracker);
        } catch (SourceFailure e) {
            boolean wasGone = e.kind() == SourceFailure.Kind.UNREACHABLE
                    && progressTracker.failedWithin(FOUND_GONE)
                    && cancellation.reason().isEmpty();
            if (!wasGone) {
                throw e;
            }
            connections.restart();
            return runOnce(statement, limits, cancellation, progressTracker);
        }
    }

    private RunSummary runOnce(
            Statement statement, RunLimits limits, Cancellation cancellation, ProgressTracker receiver) {
        return onConnection(limits, cancellation, (connection, statementCanceller) -> {
            receiver.connected();
            require(statement, connection, limits, cancellation);
            String text = withoutMark(vendor.jdbcText(statement));
            try (StatementCache.PooledStatement used = statements.lease(connection, statement, text)) {
                PreparedStatement prepared = used.prepared().statement();
                statementCanceller.runs(prepared);
                vendor.prepareForStreaming(connection, prepared);
                long start = System.nanoTime();
                RunSummary summary;
                try (ResultSet rows = vendor.run(connection, prepared, statement)) {
                    AnswerColumns columns =
                            AnswerColumns.of(rows, vendor, used.prepared().inBytes());
                    summary = new RowPump(rows, columns, receiver, cancellation, start)
                            .pump(statement.cap())
                            .reading(vendor.readFor(rows));
                }
                used.wentWell();
                return summary;
            } catch (SQLException e) {
                if (vendor.isBroken(e)) {
                    connections.restart();
                }
                throw failures.of(e, limits, cancellation).at(vendor.position(e, statement));
            } finally {
                tidy(connection, statement);
            }
        });
    }

    private void require(Statement statement, Connection connection, RunLimits limits, Cancellation cancellation) {
        try {
            guard.require(statement, connection);
        } catch (SQLException e) {
            throw failures.of(e, limits, cancellation);
        }
    }

    /** Something that is done on a connection, and how it is stopped. */
    private interface ConnectionTask<T> {
        T on(Connection connection, StatementCanceller statementCanceller) throws SQLException;
    }

    private <T> T onConnection(RunLimits limits, Cancellation cancellation, ConnectionTask<T> work) {
        return TimeLimit.run(clock, limits.longest(), cancellation, () -> {
            try (Connection connection = connection(limits, cancellation)) {
                connections.limit(connection, limits.longest().plus(LATE));
                StatementCanceller statementCanceller =
                        new StatementCanceller(connection, connections, clock, helpers, vendor.grace());
                try {
                    if (!cancellation.begin(statementCanceller::stop)) {
                        throw new SQLException("stopped before it began");
                    }
                    return work.on(connection, statementCanceller);
                } finally {
                    cancellation.end();
                    statementCanceller.ended();
                }
            } catch (SQLException e) {
                throw failures.of(e, limits, cancellation);
            }
        });
    }

    private Connection connection(RunLimits limits, Cancellation cancellation) {
        try {
            return connections.get();
        } catch (SQLException e) {
            throw failures.ofConnecting(e, limits, cancellation);
        }
    }

    @Override
    public Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
        return ExplainRunner.plan(
                statement(what),
                dialect(),
                measured,
                (question, receiver) -> run(question, limits, cancellation, receiver));
    }

    /* A byte order mark belongs to the encoding of a file; databases would parse it as a word. */
    private static String withoutMark(String text) {
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    /* A session that cannot be reset, or may contain irreversible changes, is not reused. */
    private void tidy(Connection connection, Statement statement) {
        boolean reusable = false;
        try {
            vendor.tidy(connection, statement);
            reusable = !vendor.leavesTraces(statement);
        } catch (SQLException e) {
            LOG.log(System.Logger.Level.DEBUG, "A session could not be reset", e);
        }
        if (!reusable) {
            connections.drop(connection);
        }
    }

    /* A driver's metadata has no statement that could be cancelled; the connection is broken instead. */
    @Override
    public Catalog catalogue(RunLimits limits, Cancellation cancellation) {
        return onConnection(limits, cancellation, (connection, statementCanceller) -> {
            Catalog catalog = CatalogReader.read(connection, vendor);
            endTransaction(connection);
            return catalog;
        });
    }

    @Override
    public Optional<Instant> rejectedSince() {
        return connections.rejectedSince();
    }

    @Override
    public String health() {
        try (Connection connection = connections.get()) {
            if (!connection.isValid(SIGN_OF_LIFE_SECONDS)) {
                throw new SQLTransientConnectionException("The connection is dead.");
            }
            DatabaseMetaData about = connection.getMetaData();
            String version = about.getDatabaseProductName() + " " + about.getDatabaseProductVersion();
            endTransaction(connection);
            return version;
        } catch (SQLException e) {
            throw failures.ofConnecting(e);
        }
    }

    private static void endTransaction(Connection connection) throws SQLException {
        if (!connection.getAutoCommit()) {
            connection.rollback();
        }
    }

    @Override
    public void close() {
        connections.close();
        helpers.shutdownNow();
    }
}
