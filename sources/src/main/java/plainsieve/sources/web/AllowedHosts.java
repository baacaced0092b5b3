package plainsieve.sources.web;

import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Locale;
import plainsieve.sources.SourceFailure;

/**
 * The hosts that the operator permits for web services. Rejects other hosts, and hosts that resolve to a private network unless
 * permitted there, so that queries cannot reach internal machines (SSRF).
 *
 * @param open public hosts, each a name, or a name and a port: {@code tides.example}, {@code tides.example:8443}
 * @param inner hosts that may resolve to any address
 */
public record AllowedHosts(List<String> open, List<String> inner) {
    private static final int SHARED_FIRST = 100;
    private static final int SHARED_SECOND_MASK = 0xc0;
    private static final int SHARED_SECOND = 64;
    private static final int UNIQUE_LOCAL_MASK = 0xfe;
    private static final int UNIQUE_LOCAL = 0xfc;

    public AllowedHosts {
        open = open.stream().map(AllowedHosts::plain).toList();
        inner = inner.stream().map(AllowedHosts::plain).toList();
    }

    private static String plain(String entry) {
        return entry.strip().toLowerCase(Locale.ROOT);
    }

    /** Throws {@link SourceFailure} with the reason if it is forbidden. */
    public void check(URI address) {
        resolved(address);
    }

    /**
     * The verified addresses of a host, for a connection to exactly these: a second resolution could differ.
     *
     * @throws SourceFailure with the reason if it is forbidden
     */
    List<InetAddress> resolved(URI address) {
        boolean leadsAnywhere = names(inner, address);
        String host = address.getHost();
        if (!leadsAnywhere && !names(open, address)) {
            throw forbidden(
                    "The host “%s” is not allowed.".formatted(host),
                    "Ask the operator to add it to plainsieve.web.hosts.");
        }
        try {
            List<InetAddress> all = List.of(InetAddress.getAllByName(host));
            for (InetAddress found : all) {
                if (!leadsAnywhere && isPrivate(found)) {
                    throw forbidden(
                            "“%s” is in a private network.".formatted(host),
                            "To allow it, ask the operator to add it to plainsieve.web.inner-hosts.");
                }
            }
            return all;
        } catch (UnknownHostException e) {
            throw new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "Unknown host “%s”.".formatted(host),
                    "Correct the address, or try again when the network is back.",
                    e);
        }
    }

    private static boolean names(List<String> entries, URI address) {
        String host = address.getHost().toLowerCase(Locale.ROOT);
        return entries.contains(host) || entries.contains(host + ":" + port(address));
    }

    static int port(URI address) {
        boolean said = address.getPort() >= 0;
        return said ? address.getPort() : address.getScheme().equals("https") ? 443 : 80;
    }

    private static boolean isPrivate(InetAddress address) {
        byte[] bytes = address.getAddress();
        int first = bytes[0] & 0xff;
        boolean shared = bytes.length == 4
                && (first == 0 || first == SHARED_FIRST && (bytes[1] & SHARED_SECOND_MASK) == SHARED_SECOND);
        boolean local = address instanceof Inet6Address && (first & UNIQUE_LOCAL_MASK) == UNIQUE_LOCAL;
        return address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()
                || shared
                || local;
    }

    private static SourceFailure forbidden(String message, String advice) {
        return new SourceFailure(SourceFailure.Kind.UNREACHABLE, message, advice, null);
    }
}
