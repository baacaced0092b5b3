package plainsieve.server.settings;

import java.util.List;
import java.util.regex.Pattern;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What stands between this server and those who ask it.
 *
 * @param proxies the addresses of the servers in front of this one, whose word is taken for who asks, by which scheme and name;
 *     nobody else's is
 */
@ConfigurationProperties("plainsieve.network")
public record NetworkSettings(@DefaultValue List<String> proxies) {
    /** Numbers, as they are compared: a name could be somebody else's tomorrow. */
    private static final Pattern ADDRESS = Pattern.compile("[0-9a-fA-F:.]+");

    public NetworkSettings {
        proxies = proxies.stream().map(String::strip).toList();
        for (String proxy : proxies) {
            if (!ADDRESS.matcher(proxy).matches()) {
                throw new IllegalArgumentException(
                        "plainsieve.network.proxies takes addresses such as 10.1.2.3, and not “%s”".formatted(proxy));
            }
        }
    }
}
