package plainsieve.server.api.viewer;

import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.people.Role;

/** Says whether this server is ready: it answers before the demo's data are written, but is ready only after. */
@RestController
@Route(value = Role.VIEWER, open = true)
class HealthApi {
    private volatile boolean ready;

    @EventListener(ApplicationReadyEvent.class)
    void onReady() {
        ready = true;
    }

    record Health(boolean ready) {}

    @GetMapping("/api/health")
    Health health() {
        return new Health(ready);
    }
}
