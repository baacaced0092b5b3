package plainsieve.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.access.security.OwnPath;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.context.CallerResolver;

/** Redirects the root address to the reports of the caller's oldest project, or to the sign-in page. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class StartPage extends OncePerRequestFilter {
    private final Projects projects;
    private final CallerResolver callerResolver;

    StartPage(Projects projects, CallerResolver callerResolver) {
        this.projects = projects;
        this.callerResolver = callerResolver;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !OwnPath.of(request).equals("/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String page = projects.all().stream()
                .filter(project -> callerResolver.sees(request, project.id()))
                .findFirst()
                .map(project -> "/projects/" + project.id() + "/reports")
                .orElse("/sign-in");
        response.setStatus(HttpStatus.FOUND.value());
        response.setHeader(HttpHeaders.LOCATION, OwnPath.inBrowser(request, page));
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
    }
}
