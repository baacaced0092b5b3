package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;

/** The cookie that has the secret of a session. No script reads it, and no other site sends it. */
public final class SessionCookie {
    public static final String NAME = "plainsieve-session";

    private SessionCookie() {}

    /** As a header sets it in an answer to this request; over HTTPS alone, if that came so. */
    public static String of(String secret, Duration lasts, HttpServletRequest request) {
        return cookie(secret, lasts, request);
    }

    /** As a header takes it away. */
    public static String none(HttpServletRequest request) {
        return cookie("", Duration.ZERO, request);
    }

    private static String cookie(String value, Duration lasts, HttpServletRequest request) {
        return HttpOnlyCookie.of(NAME, value, "/", lasts, request);
    }
}
