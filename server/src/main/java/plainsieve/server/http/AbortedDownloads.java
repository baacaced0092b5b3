package plainsieve.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Aborts the connection if a file fails half-way: a response that ended properly would be considered complete. An exception
 * that no handler catches makes the container do so.
 */
@Component
public class AbortedDownloads extends OncePerRequestFilter {
    public static final String BROKEN = AbortedDownloads.class.getName();

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(request, response);
        if (request.getAttribute(BROKEN) != null) {
            throw new IOException("Broken off: " + request.getAttribute(BROKEN));
        }
    }
}
