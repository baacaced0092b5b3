package plainsieve.server.security;

import jakarta.servlet.http.HttpServletResponse;

/** What every answer tells the browser, whatever it answers. */
public final class SafeHeaders {
    private SafeHeaders() {}

    /** @param secure whether it came over HTTPS: then browsers ask by nothing else for a year */
    public static void on(HttpServletResponse response, boolean secure) {
        if (secure) {
            response.setHeader("Strict-Transport-Security", "max-age=31536000");
        }
        response.setHeader(
                "Content-Security-Policy",
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none';"
                        + " base-uri 'none'; form-action 'self'; frame-ancestors 'none'");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("X-Frame-Options", "DENY");
        response.setHeader("Referrer-Policy", "same-origin");
        response.setHeader("Cross-Origin-Opener-Policy", "same-origin");
        response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
        response.setHeader("Permissions-Policy", "camera=(), microphone=(), geolocation=()");
    }
}
