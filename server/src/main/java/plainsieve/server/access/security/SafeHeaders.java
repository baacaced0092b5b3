package plainsieve.server.access.security;

import jakarta.servlet.http.HttpServletResponse;

/** Security headers of every response. */
public final class SafeHeaders {
    private SafeHeaders() {}

    /**
     * For assets of a page: scripts, styles and fonts, which are never displayed by themselves. A page on a slow connection
     * waits for a dozen of them, so their headers are short.
     *
     * @param secure whether the request used HTTPS; adds HSTS for a year
     */
    static void onPart(HttpServletResponse response, boolean secure) {
        if (secure) {
            response.setHeader("Strict-Transport-Security", "max-age=31536000");
        }
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
    }

    /**
     * For all other responses.
     *
     * @param secure whether the request used HTTPS; adds HSTS for a year
     */
    public static void on(HttpServletResponse response, boolean secure) {
        onPart(response, secure);
        response.setHeader(
                "Content-Security-Policy",
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none';"
                        + " base-uri 'none'; form-action 'self'; frame-ancestors 'none'");
        response.setHeader("X-Frame-Options", "DENY");
        response.setHeader("Referrer-Policy", "same-origin");
        response.setHeader("Cross-Origin-Opener-Policy", "same-origin");
        response.setHeader("Permissions-Policy", "camera=(), microphone=(), geolocation=()");
    }
}
