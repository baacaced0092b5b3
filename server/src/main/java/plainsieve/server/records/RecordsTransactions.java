package plainsieve.server.records;

import com.zaxxer.hikari.HikariDataSource;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.datasource.ConnectionHolder;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.TransactionSystemException;
import org.springframework.transaction.support.AbstractPlatformTransactionManager;
import org.springframework.transaction.support.DefaultTransactionStatus;
import org.springframework.transaction.support.SmartTransactionObject;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Transactions of the records. Uses explicit BEGIN and COMMIT on a connection in autocommit mode:
 * otherwise the driver acquires the write lock again right after a commit,
 * and reports a committed transaction as failed if another process got the lock.
 */
final class RecordsTransactions extends AbstractPlatformTransactionManager {
    private static final Logger LOG = LoggerFactory.getLogger(RecordsTransactions.class);

    private final transient HikariDataSource records;
    private final transient WriteGate gate;

    RecordsTransactions(HikariDataSource records, WriteGate gate) {
        this.records = records;
        this.gate = gate;
        setRollbackOnCommitFailure(true);
    }

    /** A change under way; without a holder until it has begun. */
    private static final class OpenChange implements SmartTransactionObject {
        private ConnectionHolder holder;

        private OpenChange(ConnectionHolder holder) {
            this.holder = holder;
        }

        @Override
        public boolean isRollbackOnly() {
            return holder.isRollbackOnly();
        }
    }

    @Override
    protected Object doGetTransaction() {
        return new OpenChange((ConnectionHolder) TransactionSynchronizationManager.getResource(records));
    }

    @Override
    protected boolean isExistingTransaction(Object transaction) {
        return ((OpenChange) transaction).holder != null;
    }

    @Override
    protected void doBegin(Object transaction, TransactionDefinition definition) {
        gate.acquire();
        Connection connection = null;
        try {
            connection = records.getConnection();
            execute(connection, "begin immediate");
            OpenChange change = (OpenChange) transaction;
            change.holder = new ConnectionHolder(connection, true);
            change.holder.setSynchronizedWithTransaction(true);
            TransactionSynchronizationManager.bindResource(records, change.holder);
        } catch (SQLException | RuntimeException e) {
            DataSourceUtils.releaseConnection(connection, records);
            gate.release();
            throw new CannotCreateTransactionException("A transaction could not begin", e);
        }
    }

    @Override
    protected void doCommit(DefaultTransactionStatus status) {
        try {
            execute(connection(status), "commit");
        } catch (SQLException e) {
            throw new TransactionSystemException("A transaction could not be committed", e);
        } finally {
            gate.changed();
        }
    }

    /* SQLite rolls back automatically when the disk is full; there is nothing left to roll back then. */
    @Override
    protected void doRollback(DefaultTransactionStatus status) {
        try {
            execute(connection(status), "rollback");
        } catch (SQLException e) {
            LOG.debug("Rollback failed", e);
            records.evictConnection(connection(status));
        }
    }

    @Override
    protected void doSetRollbackOnly(DefaultTransactionStatus status) {
        ((OpenChange) status.getTransaction()).holder.setRollbackOnly();
    }

    @Override
    protected void doCleanupAfterCompletion(Object transaction) {
        TransactionSynchronizationManager.unbindResource(records);
        OpenChange change = (OpenChange) transaction;
        DataSourceUtils.releaseConnection(change.holder.getConnection(), records);
        change.holder.clear();
        gate.release();
    }

    private static Connection connection(DefaultTransactionStatus status) {
        return ((OpenChange) status.getTransaction()).holder.getConnection();
    }

    private static void execute(Connection connection, String what) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(what);
        }
    }
}
