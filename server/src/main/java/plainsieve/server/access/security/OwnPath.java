package plainsieve.server.access.security;

import jakarta.servlet.http.HttpServletRequest;

/**
 * Addresses within this server. Behind a proxy all of them may be below their own path
 * ({@code server.servlet.context-path}), which nothing within has to know of.
 */
public final class OwnPath {
    private OwnPath() {}

    /** The raw path without the context path. */
    public static String of(HttpServletRequest request) {
        return request.getRequestURI().substring(request.getContextPath().length());
    }

    /** An absolute URL of this server as seen by browsers. @param path begins with a slash */
    public static String inBrowser(HttpServletRequest request, String path) {
        return request.getContextPath() + path;
    }
}
