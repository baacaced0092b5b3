package plainsieve.server.api;

import java.time.Duration;
import org.springframework.http.ResponseCookie;

/** The cookie that has the secret of a session. No script reads it, and no other site sends it. */
public final class SessionCookie {
    public static final String NAME = "plainsieve-session";

    private SessionCookie() {}

    /** As a header sets it. @param secure whether it goes over HTTPS alone */
    public static String of(String secret, Duration lasts, boolean secure) {
        return cookie(secret, lasts, secure);
    }

    /** As a header takes it away. */
    public static String none(boolean secure) {
        return cookie("", Duration.ZERO, secure);
    }

    private static String cookie(String value, Duration lasts, boolean secure) {
        return ResponseCookie.from(NAME, value)
                .httpOnly(true)
                .secure(secure)
                .sameSite("Lax")
                .path("/")
                .maxAge(lasts)
                .build()
                .toString();
    }
}
