package plainsieve.server.records;

import org.flywaydb.core.api.exception.FlywayValidateException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import plainsieve.server.runtime.settings.Settings;

/** Migrates the database at startup. */
@Configuration(proxyBeanMethods = false)
class DatabaseMigration {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseMigration.class);

    /** Throws {@link IncompatibleDatabaseException} for a database whose migrations differ from those of this program. */
    @Bean
    FlywayMigrationStrategy migrateOrRefuse(Settings settings) {
        return flyway -> {
            try {
                flyway.migrate();
            } catch (FlywayValidateException e) {
                LOG.warn("Migrations differ: {}", e.getMessage());
                throw new IncompatibleDatabaseException(
                        "The database in %s was created by another development version. It was left as it is. Move it away, or choose another folder with plainsieve.data-folder."
                                .formatted(settings.dataFolder()));
            }
        };
    }
}
