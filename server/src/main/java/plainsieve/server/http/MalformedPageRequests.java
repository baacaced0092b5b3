package plainsieve.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Collections;
import java.util.Enumeration;
import java.util.Map;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.access.security.OwnPath;

/** A URL truncated within an encoded character still opens its page, which reports the damaged choices. */
@Component
class MalformedPageRequests extends OncePerRequestFilter {
    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return OwnPath.of(request).startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(isReadable(request) ? request : new WithoutParameters(request), response);
    }

    private static boolean isReadable(HttpServletRequest request) {
        try {
            request.getParameterMap();
            return true;
        } catch (InvalidParameterException e) {
            return false;
        }
    }

    private static final class WithoutParameters extends HttpServletRequestWrapper {
        WithoutParameters(HttpServletRequest request) {
            super(request);
        }

        @Override
        public String getParameter(String name) {
            return null;
        }

        @Override
        public String[] getParameterValues(String name) {
            return null;
        }

        @Override
        public Map<String, String[]> getParameterMap() {
            return Map.of();
        }

        @Override
        public Enumeration<String> getParameterNames() {
            return Collections.emptyEnumeration();
        }
    }
}
