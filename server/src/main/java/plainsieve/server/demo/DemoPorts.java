package plainsieve.server.demo;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.boot.context.properties.bind.Name;

/** Where the demo's own servers listen; 0 for each that was not started. */
@ConfigurationProperties("plainsieve")
record DemoPorts(
        @Name("demo-postgres-port") @DefaultValue("0") int postgres,
        @Name("demo-mariadb-port") @DefaultValue("0") int mariadb,
        @Name("demo-trino-port") @DefaultValue("0") int trino) {}
