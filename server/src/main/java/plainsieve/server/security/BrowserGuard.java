package plainsieve.server.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.settings.Settings;

/**
 * Keeps other web pages in the viewer's browser away from this server. A request must name a host we answer to (else a
 * page could reach us by pointing its own name here), and must not come from another site.
 */
@Component
class BrowserGuard extends OncePerRequestFilter {
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");

    private final Settings settings;

    BrowserGuard(Settings settings) {
        this.settings = settings;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean knownHost =
                LOOPBACK.contains(request.getServerName()) || settings.hosts().contains(request.getServerName());
        boolean crossSite = "cross-site".equals(request.getHeader("Sec-Fetch-Site"))
                && !"navigate".equals(request.getHeader("Sec-Fetch-Mode"));
        if (!knownHost || crossSite) {
            response.setStatus(HttpServletResponse.SC_FORBIDDEN);
            response.setContentType("application/problem+json");
            response.getWriter().write("""
                    {"title":"This address is not answered.","status":403,\
                    "detail":"Add the host name to plainsieve.hosts if browsers shall reach this server by it."}""");
            return;
        }
        response.setHeader(
                "Content-Security-Policy",
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Referrer-Policy", "same-origin");
        chain.doFilter(request, response);
    }
}
