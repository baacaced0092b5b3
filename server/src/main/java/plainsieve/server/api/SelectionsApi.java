package plainsieve.server.api;

import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.project.Reports;
import plainsieve.server.project.Selections;

/** Choices that a viewer keeps. Whose they are is told by a cookie, until viewers have accounts. */
@RestController
@RequestMapping("/api/reports/{reportId}/selections")
class SelectionsApi {
    private static final String VIEWER = "plainsieve-viewer";
    private static final Duration KEPT = Duration.ofDays(800);

    private final Reports reports;
    private final Selections selections;

    SelectionsApi(Reports reports, Selections selections) {
        this.reports = reports;
        this.selections = selections;
    }

    @GetMapping
    List<Selections.Selection> mine(
            @PathVariable String reportId, @CookieValue(name = VIEWER, defaultValue = "") String viewer) {
        return viewer.isEmpty() ? List.of() : selections.of(reportId, viewer);
    }

    /** Kept choices by their id, as a link has it. */
    @GetMapping("/{id}")
    Selections.Selection one(@PathVariable String reportId, @PathVariable String id) {
        return selections.get(reportId, id);
    }

    /** Keeps choices under a name, or without one, in place of a link that would be too long. */
    @PostMapping
    Selections.Selection keep(
            @PathVariable String reportId,
            @RequestBody Bodies.NewSelection body,
            @CookieValue(name = VIEWER, defaultValue = "") String viewer,
            HttpServletResponse response) {
        reports.get(reportId);
        String owner = viewer.isEmpty() ? UUID.randomUUID().toString() : viewer;
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(VIEWER, owner)
                        .httpOnly(true)
                        .sameSite("Lax")
                        .path("/api/reports")
                        .maxAge(KEPT)
                        .build()
                        .toString());
        return selections.keep(reportId, owner, body.name(), body.choices());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(
            @PathVariable String reportId,
            @PathVariable String id,
            @CookieValue(name = VIEWER, defaultValue = "") String viewer) {
        selections.remove(reportId, viewer, id);
    }
}
