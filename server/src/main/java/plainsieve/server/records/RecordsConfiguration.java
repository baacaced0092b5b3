package plainsieve.server.records;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Path;
import javax.sql.DataSource;
import org.mybatis.spring.annotation.MapperScan;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Opens the records: SQLite with a write-ahead log, every confirmed change on disk before it is confirmed. */
@Configuration
@MapperScan(
        basePackageClasses = RecordsConfiguration.class,
        annotationClass = org.apache.ibatis.annotations.Mapper.class)
class RecordsConfiguration {
    private static final int CONNECTIONS = 4;

    @Bean
    DataSource records(DataFolder folder) throws IOException {
        Path file = folder.ownFile("plainsieve.sqlite");
        RecordsFile.check(file);
        HikariConfig config = new HikariConfig();
        // With deferred transactions, two writers at once would fail instead of waiting for each other.
        config.setJdbcUrl("jdbc:sqlite:" + file
                + "?journal_mode=WAL&synchronous=FULL&busy_timeout=5000&foreign_keys=true&transaction_mode=IMMEDIATE");
        config.setMaximumPoolSize(CONNECTIONS);
        config.setPoolName("records");
        return new HikariDataSource(config);
    }
}
