package plainsieve.server.runtime.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Limits of queries on several sources.
 *
 * @param mostRows maximum number of rows fetched from one of them
 */
@ConfigurationProperties("plainsieve.federation")
public record FederationSettings(@DefaultValue("2000000") long mostRows) {
    public FederationSettings {
        if (mostRows < 1) {
            throw new IllegalArgumentException("plainsieve.federation.max-rows must be at least 1, is " + mostRows);
        }
    }
}
