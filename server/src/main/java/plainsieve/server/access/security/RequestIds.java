package plainsieve.server.access.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.UUID;
import java.util.regex.Pattern;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Assigns an ID to each request, or keeps that of the proxy. It is in the response, in problem documents and in the log. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
public final class RequestIds extends OncePerRequestFilter {
    public static final String HEADER = "X-Request-Id";

    private static final String IN_LOG = "request";
    private static final int LENGTH = 12;
    private static final Pattern SENSIBLE = Pattern.compile("[A-Za-z0-9._-]{1,64}");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String said = request.getHeader(HEADER);
        boolean sensible = said != null && SENSIBLE.matcher(said).matches();
        String id =
                sensible ? said : UUID.randomUUID().toString().replace("-", "").substring(0, LENGTH);
        MDC.put(IN_LOG, id);
        response.setHeader(HEADER, id);
        try {
            chain.doFilter(request, response);
        } finally {
            MDC.remove(IN_LOG);
        }
    }

    /** The id of the request that is answered now; empty when none is. */
    public static String now() {
        String id = MDC.get(IN_LOG);
        return id == null ? "" : id;
    }
}
