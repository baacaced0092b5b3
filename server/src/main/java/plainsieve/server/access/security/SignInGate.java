package plainsieve.server.access.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Limits the rate of sign-ins before any work, so that a flood does not take CPU time from other
 * requests. The limit is several times the rate at which passwords are hashed. Waiting requests hold nothing, so slow ones block no one.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class SignInGate extends OncePerRequestFilter {
    private static final int MAX_BURST = 24;
    private static final long NANOS_PER_SIGN_IN = TimeUnit.MILLISECONDS.toNanos(25);
    private static final String PATH = "/api/v1/sign-in";
    private static final String RETRY_AFTER_SECONDS = "3";

    /** The time at which all sign-ins so far would have been processed at the rate. */
    private long processed = System.nanoTime();

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !OwnPath.of(request).equals(PATH);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (isAdmitted(System.nanoTime())) {
            chain.doFilter(request, response);
        } else {
            reject(response);
        }
    }

    private synchronized boolean isAdmitted(long now) {
        long waiting = Math.max(0, processed - now);
        if (waiting > (MAX_BURST - 1) * NANOS_PER_SIGN_IN) {
            return false;
        }
        processed = now + waiting + NANOS_PER_SIGN_IN;
        return true;
    }

    private static void reject(HttpServletResponse response) throws IOException {
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
        response.setHeader(HttpHeaders.RETRY_AFTER, RETRY_AFTER_SECONDS);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getWriter().write("""
                {"title":"Service Unavailable","status":503,"detail":"Too many sign-ins at this moment.",\
                "advice":"Try again in a few seconds.","problems":[]}""");
    }
}
