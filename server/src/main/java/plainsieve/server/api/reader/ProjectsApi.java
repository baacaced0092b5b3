package plainsieve.server.api.reader;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.api.body.ProjectBody;
import plainsieve.server.people.Role;
import plainsieve.server.project.Projects;

/** The projects of this server. */
@RestController
@RequestMapping("/api/projects")
@Route(Role.READER)
class ProjectsApi {
    private final Projects projects;

    ProjectsApi(Projects projects) {
        this.projects = projects;
    }

    @GetMapping
    List<ProjectBody> all() {
        return projects.all().stream().map(ProjectBody::of).toList();
    }
}
