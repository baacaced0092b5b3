package plainsieve.server.api.operator;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.value.ValueReader;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.Resource;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.RoleBody;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.records.access.IdentityRecords;

/** Manages groups of users. */
@RestController
@RequestMapping("/api/v1/groups")
@RequiredRole(Role.OPERATOR)
class GroupsApi {
    private final Groups groups;
    private final Accounts accounts;
    private final Permissions permissions;
    private final AuditRecorder auditRecorder;
    private final Projects projects;

    GroupsApi(
            Groups groups, Accounts accounts, Permissions permissions, AuditRecorder auditRecorder, Projects projects) {
        this.projects = projects;
        this.groups = groups;
        this.accounts = accounts;
        this.permissions = permissions;
        this.auditRecorder = auditRecorder;
    }

    /**
     * A group.
     *
     * @param rowAccess its permitted values by parameter
     * @param membershipClaims claims of the provider that imply membership
     */
    record GroupBody(
            String id, String name, List<RoleBody> roles, List<GroupRowAccess> rowAccess, List<String> membershipClaims)
            implements Resource {}

    /**
     * The permitted values of a group.
     *
     * @param choice blank: no permitted values
     */
    record GroupRowAccess(
            String projectId,
            String parameter,
            String label,
            @NotNull(message = RequestLimits.MISSING) @Valid ChoiceForm choice) {
        GroupRowAccess {
            projectId = Absent.orEmpty(projectId);
            parameter = Absent.orEmpty(parameter);
            label = Absent.orEmpty(label);
        }
    }

    @GetMapping
    List<GroupBody> listGroups(PageRequest page) {
        List<RoleBody> roles = RoleBody.of(permissions.ofGroups());
        return page.of(groups.all(), GroupRow::id).stream()
                .map(row -> new GroupBody(
                        row.id(),
                        row.name(),
                        roles.stream()
                                .filter(role -> role.holder().equals(row.id()))
                                .toList(),
                        says(row.id()),
                        groups.claimed().stream()
                                .filter(claimed -> claimed.groupId().equals(row.id()))
                                .map(IdentityRecords.GroupClaim::value)
                                .toList()))
                .toList();
    }

    record MembershipClaims(List<@NotNull(message = RequestLimits.MISSING) String> values) {
        MembershipClaims {
            values = Absent.orEmpty(values);
        }
    }

    /** Sets the claims that imply membership; takes effect at the next sign-in. */
    @PutMapping("/{id}/membership-claims")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setMembershipClaims(
            @PathVariable String id, @Valid @RequestBody MembershipClaims body, HttpServletRequest request) {
        String name = groups.get(id).name();
        groups.claim(id, body.values());
        auditRecorder.note(request, "mapped a sign-in claim to a group", "", name);
    }

    private List<GroupRowAccess> says(String groupId) {
        Map<List<String>, ChoiceText> said = new HashMap<>();
        groups.choicesOf().stream()
                .filter(one -> one.groupId().equals(groupId))
                .forEach(one -> said.put(List.of(one.projectId(), one.parameter()), one.choice()));
        return projects.all().stream()
                .flatMap(project -> project.parameters().values().stream()
                        .filter(definition -> definition.rowAccess().by() == RowAccessRule.By.GROUP)
                        .map(definition -> new GroupRowAccess(
                                project.id(),
                                definition.name(),
                                definition.label(),
                                ChoiceForm.of(said.getOrDefault(
                                        List.of(project.id(), definition.name()), ChoiceText.blank())))))
                .toList();
    }

    /** Sets the permitted values of a group; members of several groups get the union. */
    @PutMapping("/{id}/row-access")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setGroupRowAccess(
            @PathVariable String id, @Valid @RequestBody GroupRowAccess body, HttpServletRequest request) {
        Project project = projects.get(body.projectId());
        ParameterDefinition definition = project.parameter(body.parameter());
        ChoiceText choice = body.choice().toText();
        choice.values().forEach(value -> ValueReader.read(definition.type(), value));
        groups.setRowAccess(new Groups.GroupChoice(id, project.id(), definition.name(), choice));
        auditRecorder.note(
                request,
                "changed the row access of a group",
                project.id(),
                "%s: :%s".formatted(groups.get(id).name(), definition.name()));
    }

    record GroupName(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name) {}

    @PostMapping
    @Creates("/api/v1/groups/{created}")
    GroupBody createGroup(@Valid @RequestBody GroupName body, HttpServletRequest request) {
        GroupRow row = groups.add(Absent.orEmpty(body.name()));
        auditRecorder.note(request, "made a group", "", row.name());
        return new GroupBody(row.id(), row.name(), List.of(), says(row.id()), List.of());
    }

    @PatchMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameGroup(@PathVariable String id, @Valid @RequestBody GroupName body) {
        groups.rename(id, Absent.orEmpty(body.name()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeGroup(@PathVariable String id, HttpServletRequest request) {
        String name = groups.get(id).name();
        groups.remove(id);
        auditRecorder.note(request, "removed a group", "", name);
    }

    @PutMapping("/{id}/people/{personId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void addGroupMember(@PathVariable String id, @PathVariable String personId, HttpServletRequest request) {
        String person = accounts.get(personId).name();
        groups.join(id, personId);
        auditRecorder.note(
                request,
                "added a person to a group",
                "",
                person + ": " + groups.get(id).name());
    }

    @DeleteMapping("/{id}/people/{personId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeGroupMember(@PathVariable String id, @PathVariable String personId, HttpServletRequest request) {
        String person = accounts.get(personId).name();
        groups.removeMember(id, personId);
        auditRecorder.note(
                request,
                "removed a person from a group",
                "",
                person + ": " + groups.get(id).name());
    }

    /** Gives everyone of a group a role in a project, or in all. */
    @PutMapping("/{id}/role")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void grantGroupRole(
            @PathVariable String id, @Valid @RequestBody RoleBody.RoleGrant body, HttpServletRequest request) {
        groups.grant(id, body.projectId(), body.role());
        String what = "made a group " + body.role().word();
        auditRecorder.note(request, what, body.projectId(), groups.get(id).name());
    }

    @DeleteMapping("/{id}/role")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeGroupRole(
            @PathVariable String id, @RequestParam(defaultValue = "") String projectId, HttpServletRequest request) {
        groups.revoke(id, projectId);
        auditRecorder.note(
                request, "revoked a role of a group", projectId, groups.get(id).name());
    }
}
