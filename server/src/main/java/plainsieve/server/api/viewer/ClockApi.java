package plainsieve.server.api.viewer;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.runtime.settings.Settings;

/** The current date in the server's time zone, from which relative dates are computed for everyone. */
@RestController
@RequiredRole(Role.VIEWER)
class ClockApi {
    private final Clock clock;
    private final ZoneId zone;

    ClockApi(Clock clock, Settings settings) {
        this.clock = clock;
        this.zone = settings.zone();
    }

    /** @param timeZone by its name in the IANA time zone database, or its offset */
    record Today(String today, String timeZone) {}

    @GetMapping("/api/v1/clock")
    @RequiredRole(value = Role.VIEWER, open = true)
    Today getToday() {
        return new Today(
                LocalDate.now(clock.withZone(zone)).toString(), zone.equals(ZoneOffset.UTC) ? "UTC" : zone.getId());
    }
}
