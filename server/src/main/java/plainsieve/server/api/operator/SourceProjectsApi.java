package plainsieve.server.api.operator;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.sources.SourceEdits;

/** The projects that a source is assigned to: for operators of all projects. */
@RestController
@RequestMapping("/api/v1/allowed-sources/{id}")
@RequiredRole(Role.OPERATOR)
class SourceProjectsApi {
    private static final int MAX_PROJECTS = 1_000;

    private final SourceEdits edits;
    private final AuditRecorder auditRecorder;

    SourceProjectsApi(SourceEdits edits, AuditRecorder auditRecorder) {
        this.edits = edits;
        this.auditRecorder = auditRecorder;
    }

    /** @param projects the IDs of the projects that may use the source; empty for all. Required: omitting it would allow all. */
    record AllowedProjects(
            @NotNull(message = RequestLimits.MISSING) @Size(max = MAX_PROJECTS, message = RequestLimits.TOO_MANY)
            List<@NotNull(message = RequestLimits.MISSING) String> projects) {}

    @GetMapping
    AllowedProjects getAllowedProjects(@PathVariable String id) {
        return new AllowedProjects(edits.allowed(id));
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAllowedProjects(
            HttpServletRequest request, @PathVariable String id, @Valid @RequestBody AllowedProjects body) {
        edits.allow(id, Set.copyOf(body.projects()));
        String whom = body.projects().isEmpty() ? "every project" : String.join(", ", body.projects());
        auditRecorder.note(request, "changed the projects of a source", "", id + " for " + whom);
    }
}
