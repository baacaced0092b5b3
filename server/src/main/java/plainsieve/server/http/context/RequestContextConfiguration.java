package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatusCode;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.WebUtils;
import plainsieve.server.access.security.OwnPath;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.revisions.Revisions;
import plainsieve.server.people.Caller;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.people.Role;

/** Resolves the project, stage and caller of each request, and checks the role that its route requires. */
@Configuration
public class RequestContextConfiguration implements WebMvcConfigurer {
    /** In a request of an author's: the number of the revision that it is about. */
    private static final String REVISION = "Revision";

    /** Request header of authors: the name of the stage to use. */
    private static final String STAGE = "Stage";

    private final Projects projects;
    private final CallerResolver callerResolver;
    private final AuditRecorder auditRecorder;
    private final Revisions revisions;

    RequestContextConfiguration(
            Projects projects, CallerResolver callerResolver, AuditRecorder auditRecorder, Revisions revisions) {
        this.revisions = revisions;
        this.projects = projects;
        this.callerResolver = callerResolver;
        this.auditRecorder = auditRecorder;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new ProjectOfAddress());
        resolvers.add(new AskerOfRequest());
        resolvers.add(new PageOfRequest());
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new RoleOfRoute()).addPathPatterns("/api/**");
        registry.addInterceptor(new DeedOfRoute()).addPathPatterns("/api/**");
    }

    private static final class PageOfRequest implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == PageRequest.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                ModelAndViewContainer container,
                NativeWebRequest request,
                WebDataBinderFactory binders) {
            return new PageRequest(
                    request.getNativeRequest(HttpServletRequest.class),
                    request.getNativeResponse(HttpServletResponse.class));
        }
    }

    /** The project in the path, in its state at the beginning of the request. */
    private final class ProjectOfAddress implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == Project.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                ModelAndViewContainer container,
                NativeWebRequest request,
                WebDataBinderFactory binders) {
            HttpServletRequest http = request.getNativeRequest(HttpServletRequest.class);
            Project found = projectOf(http)
                    .map(id -> atRevision(http, projects.get(id)))
                    .orElseGet(projects::first);
            Staged staged = parameter.getParameterAnnotation(Staged.class);
            return staged == null ? found : openingReport(http, inStage(http, found, staged.value()));
        }

        /** With the defaults of the report in the path; in the editor with those of its draft. */
        private Project openingReport(HttpServletRequest request, Project project) {
            Object pattern = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
            boolean report = pattern != null
                    && pattern.toString().contains("/reports/{id}")
                    && !pattern.toString().contains("/editor");
            return Optional.ofNullable(namedIn(request).get("id"))
                    .map(Object::toString)
                    .filter(id -> report && project.hasReport(id))
                    .map(id -> project.opening(project.report(id)))
                    .orElse(project);
        }

        /** As it is in a stage, which authors may name. */
        private Project inStage(HttpServletRequest request, Project project, String usual) {
            String named = request.getHeader(STAGE);
            if (named == null || named.isEmpty() || named.equals(usual)) {
                return project.inStage(usual);
            }
            requireAuthor(request, project);
            return project.inStage(named);
        }

        /** An older version, for authors. */
        private Project atRevision(HttpServletRequest request, Project now) {
            String number = request.getHeader(REVISION);
            if (number == null || !number.matches("\\d{1,9}")) {
                return now;
            }
            requireAuthor(request, now);
            return revisions.at(now, Integer.parseInt(number));
        }

        private void requireAuthor(HttpServletRequest request, Project project) {
            Role has = callerResolver.role(request, Optional.of(project.id()));
            if (!has.mayActAs(Role.AUTHOR)) {
                throw new ForbiddenException(Role.AUTHOR, has);
            }
        }
    }

    private final class AskerOfRequest implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == Caller.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                ModelAndViewContainer container,
                NativeWebRequest request,
                WebDataBinderFactory binders) {
            HttpServletRequest http = request.getNativeRequest(HttpServletRequest.class);
            return callerResolver.caller(
                    http, projectOf(http).orElseGet(() -> projects.first().id()));
        }
    }

    private final class RoleOfRoute implements HandlerInterceptor {
        @Override
        public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
            if (handler instanceof HandlerMethod method
                    && method.getBeanType().getPackageName().startsWith(OURS)) {
                Optional<RequiredRole> route = routeOf(method);
                if (route.filter(RequiredRole::open).isEmpty()) {
                    Role needed = route.map(RequiredRole::value).orElse(Role.OPERATOR);
                    Role has = callerResolver.role(request, projectOf(request));
                    if (!has.mayActAs(needed)) {
                        throw new ForbiddenException(needed, has);
                    }
                }
                if (WebUtils.getCookie(request, ViewerCookie.NAME) == null && beginsVisit(request)) {
                    response.addHeader(HttpHeaders.SET_COOKIE, ViewerCookie.of(ViewerCookie.fresh(), request));
                }
            }
            return true;
        }
    }

    /* A client without cookies fetches a download that belongs to its IP address; a new cookie would make it another client. */
    private static boolean beginsVisit(HttpServletRequest request) {
        return "GET".equals(request.getMethod()) && !OwnPath.of(request).contains("/downloads/");
    }

    private final class DeedOfRoute implements HandlerInterceptor {
        @Override
        public void afterCompletion(
                HttpServletRequest request, HttpServletResponse response, Object handler, Exception failure) {
            boolean done = failure == null
                    && HttpStatusCode.valueOf(response.getStatus()).is2xxSuccessful();
            if (done && handler instanceof HandlerMethod method && method.hasMethodAnnotation(Audited.class)) {
                String about = namedIn(request).entrySet().stream()
                        .filter(named -> !named.getKey().equals("project"))
                        // The ID of an object before those within it.
                        .sorted(Comparator.comparing(named -> String.valueOf(named.getKey())))
                        .map(named -> String.valueOf(named.getValue()))
                        .collect(Collectors.joining(", "));
                auditRecorder.note(
                        request,
                        method.getMethodAnnotation(Audited.class).value(),
                        projectOf(request).orElse(""),
                        about);
            }
        }
    }

    /** The required role of a route; empty if it is not declared. */
    public static Optional<RequiredRole> routeOf(HandlerMethod method) {
        RequiredRole own = method.getMethodAnnotation(RequiredRole.class);
        return Optional.ofNullable(own == null ? method.getBeanType().getAnnotation(RequiredRole.class) : own);
    }

    /** The id of the project that the address names. */
    private static Optional<String> projectOf(HttpServletRequest request) {
        return Optional.ofNullable(namedIn(request).get("project")).map(Object::toString);
    }

    /** The path variables. */
    private static Map<?, ?> namedIn(HttpServletRequest request) {
        return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> variables
                ? variables
                : Map.of();
    }

    private static final String OURS = "plainsieve.server.api";
}
