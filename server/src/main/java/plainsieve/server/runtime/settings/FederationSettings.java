package plainsieve.server.runtime.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What queries may fetch whose rows come from several sources.
 *
 * @param mostRows that are fetched of one of them
 */
@ConfigurationProperties("plainsieve.federation")
public record FederationSettings(@DefaultValue("2000000") long mostRows) {
    public FederationSettings {
        if (mostRows < 1) {
            throw new IllegalArgumentException("plainsieve.federation.max-rows must be at least 1, is " + mostRows);
        }
    }
}
