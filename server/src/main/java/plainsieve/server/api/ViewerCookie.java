package plainsieve.server.api;

import java.time.Duration;
import java.util.UUID;
import org.springframework.http.ResponseCookie;

/** The cookie by which viewers are told apart, where they have no accounts. */
public final class ViewerCookie {
    public static final String NAME = "plainsieve-viewer";

    private static final Duration KEPT = Duration.ofDays(800);

    private ViewerCookie() {}

    /** The value for a browser that has none yet. */
    public static String fresh() {
        return UUID.randomUUID().toString();
    }

    /** As a header sets it. @param secure whether it goes over HTTPS alone */
    public static String of(String viewer, boolean secure) {
        return ResponseCookie.from(NAME, viewer)
                .httpOnly(true)
                .secure(secure)
                .sameSite("Lax")
                .path("/api")
                .maxAge(KEPT)
                .build()
                .toString();
    }
}
