package plainsieve.server.api.author.reports;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Whom a report is for. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{id}/audience")
@RequiredRole(Role.AUTHOR)
class AudienceApi {
    private static final int MAX_GROUPS = 1_000;

    private final Groups groups;
    private final AuditRecorder auditRecorder;

    AudienceApi(Groups groups, AuditRecorder auditRecorder) {
        this.groups = groups;
        this.auditRecorder = auditRecorder;
    }

    record AudienceGroup(String id, String name) {}

    /**
     * The audience of a report.
     *
     * @param everyone whether it is public to all signed-in users, also of other projects
     * @param groups the IDs of its groups; with neither, all viewers of the project
     * @param offered existing groups
     */
    record Audience(boolean everyone, List<String> groups, List<AudienceGroup> offered) {}

    @GetMapping
    Audience getAudience(Project project, @PathVariable String id) {
        List<String> named = groups.ofReport(project.id(), project.report(id).id());
        return new Audience(
                named.contains(Permissions.EVERYONE),
                named.stream()
                        .filter(group -> !group.equals(Permissions.EVERYONE))
                        .toList(),
                groups.all().stream()
                        .map(row -> new AudienceGroup(row.id(), row.name()))
                        .toList());
    }

    /**
     * The new audience. Both fields are required: an omitted one would open the report to more people.
     *
     * @param groups the IDs of the groups; empty for every viewer of the project
     */
    record NewAudience(
            @NotNull(message = RequestLimits.MISSING) Boolean everyone,

            @NotNull(message = RequestLimits.MISSING) @Size(max = MAX_GROUPS, message = RequestLimits.TOO_MANY)
            List<@NotNull(message = RequestLimits.MISSING) String> groups) {
        List<String> ids() {
            return everyone ? List.of(Permissions.EVERYONE) : groups;
        }
    }

    /** Sets the audience of a report. It takes effect at once, also for open pages. */
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAudience(
            Project project,
            @PathVariable String id,
            @Valid @RequestBody NewAudience body,
            HttpServletRequest request) {
        groups.show(project.id(), project.report(id).id(), body.ids());
        auditRecorder.note(request, "changed the audience of a report", project.id(), id);
    }
}
