package plainsieve.server.api.viewer;

import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.editing.folder.ProjectFolderWatcher;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Says whether this server is ready: it answers before the demo's data are written, but is ready only after. */
@RestController
@RequiredRole(value = Role.VIEWER, open = true)
class HealthApi {
    private final ProjectFolderWatcher projectFolderWatcher;
    private volatile boolean ready;

    HealthApi(ProjectFolderWatcher projectFolderWatcher) {
        this.projectFolderWatcher = projectFolderWatcher;
    }

    @EventListener(ApplicationReadyEvent.class)
    void onReady() {
        ready = true;
    }

    record Health(boolean ready) {}

    /** Not ready (503), with the reason, until the served files were valid once. */
    @GetMapping("/api/v1/health")
    ResponseEntity<Health> getHealth() {
        boolean serves = projectFolderWatcher.state().isReady();
        return ResponseEntity.status(serves ? HttpStatus.OK : HttpStatus.SERVICE_UNAVAILABLE)
                .body(new Health(ready && serves));
    }
}
