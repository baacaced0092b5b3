package plainsieve.server.api.viewer;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.body.ProjectBody;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** The projects accessible to the caller. */
@RestController
@RequestMapping("/api/v1/projects")
@RequiredRole(Role.VIEWER)
class ProjectsApi {
    private final Projects projects;
    private final CallerResolver callerResolver;

    ProjectsApi(Projects projects, CallerResolver callerResolver) {
        this.projects = projects;
        this.callerResolver = callerResolver;
    }

    @GetMapping
    List<ProjectBody> listProjects(PageRequest page, HttpServletRequest request) {
        List<Project> visible = projects.all().stream()
                .filter(project -> callerResolver.sees(request, project.id()))
                .toList();
        return page.of(visible, Project::id).stream().map(ProjectBody::of).toList();
    }
}
