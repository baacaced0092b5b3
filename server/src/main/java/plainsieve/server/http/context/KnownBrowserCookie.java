package plainsieve.server.http.context;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import org.springframework.web.util.WebUtils;

/** The cookie that has the mark of a browser in which a person has signed in. No script reads it, and no other site sends it. */
public final class KnownBrowserCookie {
    private static final String NAME = "plainsieve-known";
    private static final Duration KEPT = Duration.ofDays(180);
    private static final int MAX_LENGTH = 200;

    private KnownBrowserCookie() {}

    /** The mark that a request has; empty for none. */
    static String of(HttpServletRequest request) {
        Cookie cookie = WebUtils.getCookie(request, NAME);
        return cookie == null || cookie.getValue().length() > MAX_LENGTH ? "" : cookie.getValue();
    }

    /** As a header sets it in an answer to this request. */
    public static String set(String mark, HttpServletRequest request) {
        return HttpOnlyCookie.of(NAME, mark, "/api", KEPT, request);
    }
}
