package plainsieve.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import plainsieve.server.records.RecordsRefused;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class PlainSieve {
    public static void main(String[] args) {
        try {
            SpringApplication.run(PlainSieve.class, args);
        } catch (RuntimeException e) {
            // What was refused has been said already.
            if (RecordsRefused.in(e).isEmpty()) {
                throw e;
            }
            System.exit(2);
        }
    }
}
