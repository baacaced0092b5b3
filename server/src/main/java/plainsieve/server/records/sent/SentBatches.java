package plainsieve.server.records.sent;

import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import org.apache.ibatis.mapping.Environment;
import org.apache.ibatis.session.Configuration;
import org.apache.ibatis.session.ExecutorType;
import org.apache.ibatis.session.SqlSession;
import org.apache.ibatis.session.SqlSessionFactory;
import org.apache.ibatis.session.SqlSessionFactoryBuilder;
import org.apache.ibatis.transaction.jdbc.JdbcTransactionFactory;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;
import plainsieve.server.records.InstantHandler;
import plainsieve.server.records.KeywordHandler;
import plainsieve.server.records.RecordsConfiguration;
import plainsieve.server.records.RecordsFailure;
import plainsieve.server.records.WriteGate;

/**
 * Writes to Sent in batches over a separate connection. Confirmed entries survive a crash of this process;
 * unlike definitions they are not synced to disk, since a statement waits for its entry.
 */
@Component
public class SentBatches {
    private final SingleConnectionDataSource connection;
    private final SqlSessionFactory sessions;
    private final WriteGate gate;
    /* Stays open with its statements, which each write would prepare again. Anyone who is in the gate has it for themselves. */
    private SqlSession session;

    SentBatches(HikariDataSource records, WriteGate gate) {
        this.gate = gate;
        String url = records.getJdbcUrl()
                .replace("=FULL", "=NORMAL")
                .replace("busy_timeout=" + RecordsConfiguration.LONGEST_LOCK_MILLIS, "busy_timeout=0");
        this.connection = new SingleConnectionDataSource(url, true);
        Configuration configuration =
                new Configuration(new Environment("sent", new JdbcTransactionFactory(), connection));
        configuration.getTypeHandlerRegistry().register(Instant.class, new InstantHandler());
        configuration.setDefaultEnumTypeHandler(KeywordHandler.class);
        configuration.setArgNameBasedConstructorAutoMapping(true);
        configuration.setMapUnderscoreToCamelCase(true);
        configuration.addMapper(SentRecords.class);
        this.sessions = new SqlSessionFactoryBuilder().build(configuration);
        this.session = opened();
    }

    private SqlSession opened() {
        return sessions.openSession(ExecutorType.REUSE, true);
    }

    /**
     * Applies all changes or none, without waiting for another writer. Throws {@link RecordsFailure} if
     * there is one, or if the disk is full.
     */
    public void write(List<Consumer<SentRecords>> changes) {
        gate.enterIfFree();
        try {
            SentRecords records = session.getMapper(SentRecords.class);
            execute("begin immediate");
            try {
                changes.forEach(change -> change.accept(records));
                execute("commit");
            } catch (SQLException | RuntimeException | Error e) {
                rollBack();
                throw e;
            }
        } catch (SQLException e) {
            throw RecordsFailure.of(e).orElseThrow(() -> new IllegalStateException("Sent cannot be written", e));
        } finally {
            gate.release();
        }
    }

    /* If SQLite rolled back by itself, because the disk is full, there is nothing left to do. */
    private void rollBack() {
        try {
            execute("rollback");
        } catch (SQLException e) {
            disconnect();
        }
    }

    /* Later writers reconnect: statements sent while the server closes are logged, too. */
    private void disconnect() {
        session.close();
        connection.resetConnection();
        session = opened();
    }

    private void execute(String what) throws SQLException {
        try (Statement statement = session.getConnection().createStatement()) {
            statement.execute(what);
        }
    }

    @PreDestroy
    void close() {
        gate.acquire();
        try {
            disconnect();
        } finally {
            gate.release();
        }
    }
}
