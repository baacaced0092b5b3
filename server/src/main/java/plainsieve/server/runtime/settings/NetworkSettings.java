package plainsieve.server.runtime.settings;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The network between this server and its callers.
 *
 * @param proxies the addresses of the servers in front of this one, whose word is taken for who asks, by which scheme and name;
 *     no one else's is
 */
@ConfigurationProperties("plainsieve.network")
public record NetworkSettings(@DefaultValue List<String> proxies) {
    /** Numbers, of the fourth or sixth version: a name could be someone else's tomorrow. */
    private static final Pattern ADDRESS = Pattern.compile("\\d+(\\.\\d+){3}|[0-9a-fA-F.]*:[0-9a-fA-F:.]*");

    public NetworkSettings {
        proxies = proxies.stream().map(proxy -> asCompared(proxy.strip())).toList();
    }

    /** As the address of a request is written: ::1 is 0:0:0:0:0:0:0:1. */
    private static String asCompared(String proxy) {
        try {
            if (ADDRESS.matcher(proxy).matches()) {
                return InetAddress.getByName(proxy).getHostAddress();
            }
        } catch (UnknownHostException e) {
            // As little an address as any name.
        }
        throw new IllegalArgumentException(
                "plainsieve.network.proxies takes addresses such as 10.1.2.3 or ::1, not “%s”".formatted(proxy));
    }
}
