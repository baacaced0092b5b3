package plainsieve.server.runtime.settings;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * The permitted web services and the limits of their responses.
 *
 * @param hosts in the public network, each a name, or a name and a port; none unless set
 * @param innerHosts that may resolve to private networks or this machine
 * @param maxResponseSize maximum size of a response with all its pages
 * @param cacheTime how long a response is cached unless its query says otherwise
 */
@ConfigurationProperties("plainsieve.web")
public record WebSettings(
        @DefaultValue List<String> hosts,
        @DefaultValue List<String> innerHosts,
        @DefaultValue("200MB") DataSize maxResponseSize,
        @DefaultValue("60s") Duration cacheTime) {
    public WebSettings {
        hosts = List.copyOf(hosts);
        innerHosts = List.copyOf(innerHosts);
        if (maxResponseSize.toBytes() <= 0 || cacheTime.isNegative()) {
            throw new IllegalArgumentException(
                    "plainsieve.web.max-response-size and plainsieve.web.cache-time must not be below 0");
        }
    }
}
