package plainsieve.server.api;

import java.time.Duration;
import org.springframework.http.ResponseCookie;

/** The cookie by which viewers are told apart, until they have accounts. */
public final class ViewerCookie {
    public static final String NAME = "plainsieve-viewer";

    private static final Duration KEPT = Duration.ofDays(800);

    private ViewerCookie() {}

    /** As a header sets it. */
    public static String of(String viewer) {
        return ResponseCookie.from(NAME, viewer)
                .httpOnly(true)
                .sameSite("Lax")
                .path("/api")
                .maxAge(KEPT)
                .build()
                .toString();
    }
}
