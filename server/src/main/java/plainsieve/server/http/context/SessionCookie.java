package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;

/** The cookie that has the secret of a session. No script reads it, and no other site sends it. */
public final class SessionCookie {
    public static final String NAME = "plainsieve-session";

    private SessionCookie() {}

    /** The Set-Cookie header; secure if the request used HTTPS. */
    public static String of(String secret, Duration lasts, HttpServletRequest request) {
        return cookie(secret, lasts, request);
    }

    /** The Set-Cookie header that removes it. */
    public static String none(HttpServletRequest request) {
        return cookie("", Duration.ZERO, request);
    }

    private static String cookie(String value, Duration lasts, HttpServletRequest request) {
        return HttpOnlyCookie.of(NAME, value, "/", lasts, request);
    }
}
