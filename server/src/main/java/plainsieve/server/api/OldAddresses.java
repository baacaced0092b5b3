package plainsieve.server.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.project.Project;
import plainsieve.server.project.Projects;
import plainsieve.server.security.OwnPath;

/**
 * Addresses from before there were several projects, pages and API alike, lead on to the oldest project of anyone who asks with
 * everything that follows them. The method and the body of a request stay the same (308).
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class OldAddresses extends OncePerRequestFilter {
    private static final List<String> SCREENS = List.of("reports", "queries", "parameters", "sources", "sent");
    private static final List<String> OF_API = List.of(
            "reports",
            "queries",
            "parameters",
            "sources",
            "sent",
            "runs",
            "downloads",
            "project.zip",
            "copies",
            "deliveries");

    private final Projects projects;
    private final CallerResolver callerResolver;

    OldAddresses(Projects projects, CallerResolver callerResolver) {
        this.projects = projects;
        this.callerResolver = callerResolver;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String path = OwnPath.of(request);
        boolean api = path.startsWith("/api/");
        String rest = path.substring(api ? "/api/".length() : 1);
        String first = rest.split("/", 2)[0];
        boolean old = (api ? OF_API : SCREENS).contains(first) || (!api && rest.isEmpty());
        if (!old) {
            chain.doFilter(request, response);
            return;
        }
        Optional<Project> mine = projects.all().stream()
                .filter(project -> callerResolver.sees(request, project.id()))
                .findFirst();
        carryOver(request, response);
        String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
        String there = mine.map(project ->
                        (api ? "/api" : "") + "/projects/" + project.id() + "/" + (rest.isEmpty() ? "reports" : rest))
                .orElse(api ? "/api/me" : "/sign-in");
        response.setStatus(api ? HttpStatus.PERMANENT_REDIRECT.value() : HttpStatus.FOUND.value());
        response.setHeader(HttpHeaders.LOCATION, OwnPath.inBrowser(request, there + query));
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
    }

    /* The cookie that tells viewers apart was bound to addresses that lead on from here; it is given again for all of the API. */
    private static void carryOver(HttpServletRequest request, HttpServletResponse response) {
        Cookie[] cookies = request.getCookies() == null ? new Cookie[0] : request.getCookies();
        Arrays.stream(cookies)
                .filter(cookie -> cookie.getName().equals(ViewerCookie.NAME))
                .findFirst()
                .ifPresent(cookie ->
                        response.addHeader(HttpHeaders.SET_COOKIE, ViewerCookie.of(cookie.getValue(), request)));
    }
}
