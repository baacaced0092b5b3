package plainsieve.server.body;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.RoleRow;

/**
 * The role of a user or a group.
 *
 * @param holder their ID
 * @param projectId empty for all projects
 */
public record RoleBody(String holder, String projectId, Role role) {
    /** A role to grant. @param projectId empty for all projects. Required: omitting it would grant the role in all of them. */
    public record RoleGrant(
            @NotNull(message = RequestLimits.MISSING) String projectId,

            @NotNull(message = "is viewer, author or operator")
            Role role) {}

    public static List<RoleBody> of(List<RoleRow> rows) {
        return rows.stream()
                .map(row -> new RoleBody(row.holder(), row.projectId(), row.role()))
                .toList();
    }
}
