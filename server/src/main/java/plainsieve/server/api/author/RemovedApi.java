package plainsieve.server.api.author;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.authoring.Removed;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;

/** What was removed, and bringing it back. */
@RestController
@RequestMapping("/api/projects/{project}/removed")
@Route(Role.AUTHOR)
class RemovedApi {
    private final Removed removed;

    RemovedApi(Removed removed) {
        this.removed = removed;
    }

    @GetMapping
    List<Removed.Thing> all(Project project) {
        return removed.of(project);
    }

    /** Brings something back as it was. Refused when its place is taken, or something it needs is gone. */
    @PostMapping("/{id}/back")
    Removed.Thing bringBack(Project project, @PathVariable long id) {
        return removed.bringBack(project, id);
    }
}
