package plainsieve.server.records;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Path;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Import;
import org.springframework.jdbc.datasource.SimpleDriverDataSource;
import org.springframework.transaction.PlatformTransactionManager;
import org.sqlite.JDBC;

/** Opens the records: SQLite with a write-ahead log, every confirmed change on disk before it is confirmed. */
@Configuration
@Import(RecordMappers.class)
public class RecordsConfiguration {
    /** So long a change waits for another program that writes. */
    public static final int LONGEST_LOCK_MILLIS = 5_000;

    /** One writes at most, see {@link WriteGate}; the others read. */
    private static final int CONNECTIONS = 8;

    @Bean
    HikariDataSource records(DataFolder folder) throws IOException {
        Path file = folder.ownFile("plainsieve.sqlite");
        RecordsFile.check(file);
        HikariConfig config = new HikariConfig();
        // With deferred transactions, two writers at once would fail instead of waiting for each other.
        String address = "jdbc:sqlite:" + file + "?journal_mode=WAL&synchronous=FULL&busy_timeout="
                + LONGEST_LOCK_MILLIS + "&foreign_keys=true&transaction_mode=IMMEDIATE";
        config.setJdbcUrl(address);
        // Created directly: DriverManager would load the drivers of all sources.
        config.setDataSource(new SimpleDriverDataSource(new JDBC(), address));
        config.setMaximumPoolSize(CONNECTIONS);
        config.setPoolName("records");
        return new HikariDataSource(config);
    }

    @Bean
    PlatformTransactionManager transactions(HikariDataSource records, WriteGate gate) {
        return new RecordsTransactions(records, gate);
    }
}
