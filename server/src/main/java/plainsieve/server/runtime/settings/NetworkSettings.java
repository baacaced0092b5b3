package plainsieve.server.runtime.settings;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The network between this server and its clients.
 *
 * @param proxies the addresses of trusted proxies, whose forwarded client, scheme and host are used;
 *     others are ignored
 */
@ConfigurationProperties("plainsieve.network")
public record NetworkSettings(@DefaultValue List<String> proxies) {
    /** IPv4 or IPv6 addresses only: a host name could resolve to another machine. */
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
