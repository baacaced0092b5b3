package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import org.springframework.http.ResponseCookie;
import plainsieve.server.access.security.OwnPath;

/** Writes cookies that scripts cannot read and other sites do not send; over HTTPS they are sent over HTTPS alone. */
final class HttpOnlyCookie {
    private HttpOnlyCookie() {}

    /** The value of a Set-Cookie header. @param path below that of the server */
    static String of(String name, String value, String path, Duration maxAge, HttpServletRequest request) {
        return ResponseCookie.from(name, value)
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite("Lax")
                .path(OwnPath.inBrowser(request, path))
                .maxAge(maxAge)
                .build()
                .toString();
    }
}
