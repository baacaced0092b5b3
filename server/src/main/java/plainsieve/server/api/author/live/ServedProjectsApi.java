package plainsieve.server.api.author.live;

import java.time.Instant;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.editing.folder.ProjectFolderWatcher;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Whether the projects of this server are read from files, and their state. */
@RestController
@RequestMapping("/api/v1/projects/{project}/project-folder")
@RequiredRole(Role.AUTHOR)
class ServedProjectsApi {
    private final ProjectFolderWatcher projectFolderWatcher;

    ServedProjectsApi(ProjectFolderWatcher projectFolderWatcher) {
        this.projectFolderWatcher = projectFolderWatcher;
    }

    /**
     * @param served whether they are read from files and cannot be changed by the API
     * @param since when the served state was loaded, ISO 8601; empty if none was yet
     * @param problems of the current files, one sentence each
     */
    record ProjectFolderState(boolean served, String since, List<String> problems) {}

    @GetMapping
    ProjectFolderState getProjectFolderState() {
        ProjectFolderWatcher.State state = projectFolderWatcher.state();
        return new ProjectFolderState(
                state.files(), state.since().map(Instant::toString).orElse(""), state.wrong());
    }
}
