package plainsieve.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets the connection break when a file fails half-way: an answer that ended properly would be taken for whole. Throwing
 * past everything that turns failures into answers is how the server is reported.
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
