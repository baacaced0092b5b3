package plainsieve.server.access.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.runtime.settings.Settings;

/**
 * Protects the server from other web pages in the viewer's browser. A request must name a permitted host (against
 * DNS rebinding). Navigation to our pages is permitted from anywhere; everything else, the API and all forms,
 * is limited to our own pages and to programs, against cross-site request forgery.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BrowserGuard extends OncePerRequestFilter {
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final Set<String> READING = Set.of("GET", "HEAD");
    private static final Set<String> OWN_SITE = Set.of("same-origin", "none");

    private final Settings settings;

    BrowserGuard(Settings settings) {
        this.settings = settings;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean knownHost =
                LOOPBACK.contains(request.getServerName()) || settings.hosts().contains(request.getServerName());
        boolean refused = !knownHost || !isPageView(request) && isForeign(request);
        if (!refused && OwnPath.of(request).startsWith("/assets/")) {
            SafeHeaders.onPart(response, request.isSecure());
        } else {
            SafeHeaders.on(response, request.isSecure());
        }
        if (!knownHost) {
            reject(response, "Host not allowed.", "To allow it, add the host name to plainsieve.hosts.");
        } else if (refused) {
            reject(
                    response,
                    "Blocked: the page's origin is not this server.",
                    "Behind a proxy, pass the host with its port.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private static boolean isPageView(HttpServletRequest request) {
        String mode = request.getHeader("Sec-Fetch-Mode");
        return READING.contains(request.getMethod())
                && !OwnPath.of(request).startsWith("/api/")
                && (mode == null || mode.equals("navigate"));
    }

    /* Browsers send one or both headers; programs send neither. */
    private boolean isForeign(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        String origin = request.getHeader(HttpHeaders.ORIGIN);
        return site != null && !OWN_SITE.contains(site) || origin != null && !isOwn(origin, request);
    }

    /* A proxy may use another host name than browsers; they use one of the configured ones. */
    private boolean isOwn(String origin, HttpServletRequest request) {
        String host = request.getHeader(HttpHeaders.HOST);
        return origin.equals("http://" + host)
                || origin.equals("https://" + host)
                || settings.hosts()
                        .contains(origin.replaceFirst("^https?://", "").replaceFirst(":\\d+$", ""));
    }

    private static void reject(HttpServletResponse response, String what, String advice) throws IOException {
        response.setStatus(HttpServletResponse.SC_FORBIDDEN);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getWriter().write("""
                {"title":"Forbidden","status":403,"detail":"%s","advice":"%s","problems":[]}""".formatted(what, advice));
    }
}
