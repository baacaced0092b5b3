package plainsieve.server.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses sign-ins beyond a number at once before anything else is done for them, so that a flood of them does not take the
 * processor from other requests. Far fewer are hashed at once.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class SignInGate extends OncePerRequestFilter {
    private static final int MAX_AT_ONCE = 24;
    private static final String PATH = "/api/sign-in";
    private static final String RETRY_AFTER_SECONDS = "3";

    private final Semaphore places = new Semaphore(MAX_AT_ONCE);

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !OwnPath.of(request).equals(PATH);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!places.tryAcquire()) {
            refuse(response);
            return;
        }
        try {
            chain.doFilter(request, response);
        } finally {
            places.release();
        }
    }

    private static void refuse(HttpServletResponse response) throws IOException {
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
        response.setHeader(HttpHeaders.RETRY_AFTER, RETRY_AFTER_SECONDS);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getWriter().write("""
                {"title":"Service Unavailable","status":503,"detail":"Too many sign-ins at this moment.",\
                "advice":"Try again in a few seconds.","problems":[]}""");
    }
}
