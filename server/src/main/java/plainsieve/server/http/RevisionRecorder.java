package plainsieve.server.http;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.folder.ProjectFolderWatcher;
import plainsieve.server.editing.revisions.Revisions;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequestContextConfiguration;
import plainsieve.server.people.Role;

/**
 * Records a version after every request that changed the published state. Changes made in other ways, or while the disk was full,
 * are recorded with the next one. Projects served from files are not versioned here.
 */
@Configuration
class RevisionRecorder implements WebMvcConfigurer {
    private static final Logger LOG = LoggerFactory.getLogger(RevisionRecorder.class);
    private static final int LONGEST_WHY = 500;

    private final Revisions revisions;
    private final Projects projects;
    private final CallerResolver callerResolver;
    private final ProjectFolderWatcher projectFolderWatcher;

    RevisionRecorder(
            Revisions revisions,
            Projects projects,
            CallerResolver callerResolver,
            ProjectFolderWatcher projectFolderWatcher) {
        this.revisions = revisions;
        this.projects = projects;
        this.callerResolver = callerResolver;
        this.projectFolderWatcher = projectFolderWatcher;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new AfterChange()).addPathPatterns("/api/v1/projects/*/**");
    }

    @EventListener
    void onReady(ApplicationReadyEvent ready) {
        projects.all().forEach(project -> keep(project, "", ""));
    }

    private void keep(Project project, String who, String why) {
        if (projectFolderWatcher.state().files()) {
            return;
        }
        try {
            revisions.keep(project, who, why);
        } catch (RuntimeException e) {
            LOG.warn("A revision of “{}” was not kept yet: {}", project.id(), e.getMessage());
        }
    }

    private final class AfterChange implements HandlerInterceptor {
        @Override
        public void afterCompletion(
                HttpServletRequest request, HttpServletResponse response, Object handler, Exception failure) {
            if (!"GET".equals(request.getMethod()) && mayChange(handler)) {
                project(request).ifPresent(project -> keep(project, callerResolver.nameNow(), why(request)));
            }
        }

        /* Viewer requests never change definitions. */
        private static boolean mayChange(Object handler) {
            return !(handler instanceof HandlerMethod method)
                    || RequestContextConfiguration.routeOf(method)
                            .filter(requiredRole -> requiredRole.value() == Role.VIEWER)
                            .isEmpty();
        }

        private static Optional<String> id(HttpServletRequest request) {
            return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> named
                    ? Optional.ofNullable(named.get("project")).map(Object::toString)
                    : Optional.empty();
        }

        private Optional<Project> project(HttpServletRequest request) {
            try {
                return id(request).map(projects::get);
            } catch (NotFoundException gone) {
                return Optional.empty();
            }
        }

        private static String why(HttpServletRequest request) {
            String said = request.getParameter("reason");
            String one = said == null ? "" : said.strip().replaceAll("\\p{Cntrl}+", " ");
            return one.substring(0, Math.min(LONGEST_WHY, one.length()));
        }
    }
}
