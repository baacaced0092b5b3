package plainsieve.sources.web;

import java.net.URI;
import plainsieve.core.request.PathSegments;

/**
 * The part of a service that its source may use: URLs below a base. Servers decode and normalize paths
 * differently, so one that could lead outside for any of them is rejected: with a dot segment, encoded any number of times
 * (RFC 3986, 5.2.4 and 6.2.2).
 */
record BasePath(URI base) {
    /** Whether an address is at the host of the base and below its path. */
    boolean contains(URI address) {
        return base.getScheme().equals(address.getScheme())
                && base.getHost().equalsIgnoreCase(address.getHost())
                && AllowedHosts.port(base) == AllowedHosts.port(address)
                && address.getUserInfo() == null
                && isBelow(address.getRawPath() == null ? "" : address.getRawPath());
    }

    private boolean isBelow(String path) {
        String own = base.getRawPath() == null ? "" : base.getRawPath();
        String rest = path.startsWith(own) ? path.substring(own.length()) : "x";
        boolean begins = path.startsWith(own) && (rest.isEmpty() || rest.startsWith("/"));
        return begins && !PathSegments.haveDots(rest);
    }
}
