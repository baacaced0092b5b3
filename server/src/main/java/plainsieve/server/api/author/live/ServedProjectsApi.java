package plainsieve.server.api.author.live;

import java.time.Instant;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.editing.folder.ProjectFolderWatcher;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Whether the projects of this server are those of files, and how that goes. */
@RestController
@RequestMapping("/api/v1/projects/{project}/project-folder")
@RequiredRole(Role.AUTHOR)
class ServedProjectsApi {
    private final ProjectFolderWatcher projectFolderWatcher;

    ServedProjectsApi(ProjectFolderWatcher projectFolderWatcher) {
        this.projectFolderWatcher = projectFolderWatcher;
    }

    /**
     * @param served whether they are those of files, and no one changes them here
     * @param since when those that are served were taken, as ISO 8601; empty when none were yet
     * @param problems what is wrong with the files as they are now, a sentence each
     */
    record ProjectFolderState(boolean served, String since, List<String> problems) {}

    @GetMapping
    ProjectFolderState getProjectFolderState() {
        ProjectFolderWatcher.State state = projectFolderWatcher.state();
        return new ProjectFolderState(
                state.files(), state.since().map(Instant::toString).orElse(""), state.wrong());
    }
}
