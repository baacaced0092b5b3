package plainsieve.server.api;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.WebUtils;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Forbidden;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.project.Projects;
import plainsieve.server.settings.Settings;

/**
 * The edge: here a request becomes a project in one state and an asker, once, and here it is refused when its route is not
 * for that asker. Until there are accounts, whoever reaches the port has one role, the operator's unless the settings say
 * otherwise.
 */
@Configuration
class Edge implements WebMvcConfigurer {
    private final Projects projects;
    private final Asker whoeverIsHere;

    Edge(Projects projects, Settings settings) {
        this.projects = projects;
        this.whoeverIsHere = Asker.of(settings.role().word(), settings.role());
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new ProjectOfAddress());
        resolvers.add(new AskerOfRequest());
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new RoleOfRoute()).addPathPatterns("/api/**");
    }

    /** The project that the address names, as it is when the request arrives. */
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
            Object named = request.getAttribute(
                    HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE, RequestAttributes.SCOPE_REQUEST);
            Object id = named instanceof Map<?, ?> variables ? variables.get("project") : null;
            return id == null ? projects.first() : projects.get(id.toString());
        }
    }

    private final class AskerOfRequest implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == Asker.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                ModelAndViewContainer container,
                NativeWebRequest request,
                WebDataBinderFactory binders) {
            HttpServletRequest http = request.getNativeRequest(HttpServletRequest.class);
            Cookie cookie = WebUtils.getCookie(http, ViewerCookie.NAME);
            return whoeverIsHere.at(cookie == null ? http.getRemoteAddr() : cookie.getValue());
        }
    }

    private final class RoleOfRoute implements HandlerInterceptor {
        @Override
        public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
            if (handler instanceof HandlerMethod method
                    && method.getBeanType().getPackageName().startsWith(OURS)) {
                Route route = method.getBeanType().getAnnotation(Route.class);
                Role needed = route == null ? Role.OPERATOR : route.value();
                if (!whoeverIsHere.role().mayActAs(needed)) {
                    throw new Forbidden(needed, whoeverIsHere.role());
                }
                if (WebUtils.getCookie(request, ViewerCookie.NAME) == null && "GET".equals(request.getMethod())) {
                    response.addHeader(HttpHeaders.SET_COOKIE, ViewerCookie.of(ViewerCookie.fresh()));
                }
            }
            return true;
        }
    }

    private static final String OURS = "plainsieve.server.api";
}
