package plainsieve.server.demo;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Where the demo's own servers listen; 0 for each that was not started. */
@Component
record DemoPorts(
        @Value("${plainsieve.demo-postgres-port:0}") int postgres,
        @Value("${plainsieve.demo-mariadb-port:0}") int mariadb,
        @Value("${plainsieve.demo-trino-port:0}") int trino) {}
