package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.UUID;

/** The cookie by which viewers are distinguished, where they have no accounts. */
public final class ViewerCookie {
    public static final String NAME = "plainsieve-viewer";

    private static final Duration KEPT = Duration.ofDays(800);

    private ViewerCookie() {}

    /** The value for a browser that has none yet. */
    public static String fresh() {
        return UUID.randomUUID().toString();
    }

    /** The Set-Cookie header; secure if the request used HTTPS. */
    public static String of(String viewer, HttpServletRequest request) {
        return HttpOnlyCookie.of(NAME, viewer, "/api", KEPT, request);
    }
}
