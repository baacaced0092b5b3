package plainsieve.server.api.operator;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.access.RoleRow;

/**
 * The members of one project and their roles, for its operators. They grant roles in it to users whose name they know, and to groups;
 * accounts and groups themselves are managed by operators of all projects.
 */
@RestController
@RequestMapping("/api/v1/projects/{project}/members")
@RequiredRole(Role.OPERATOR)
class MembersApi {
    private final Accounts accounts;
    private final Groups groups;
    private final Permissions permissions;
    private final AuditRecorder auditRecorder;

    MembersApi(Accounts accounts, Groups groups, Permissions permissions, AuditRecorder auditRecorder) {
        this.accounts = accounts;
        this.groups = groups;
        this.permissions = permissions;
        this.auditRecorder = auditRecorder;
    }

    /** A person or group that can have a role. */
    enum MemberKind {
        PERSON,
        GROUP
    }

    /**
     * A person or a group with a role in the project.
     *
     * @param name sign-in name of a user, or name of a group
     */
    record Member(MemberKind kind, String name, String label, Role role) {}

    /** @param groups the names of groups without a role here */
    record Members(List<Member> members, List<String> groups) {}

    @GetMapping
    Members listMembers(Project project) {
        List<Member> people = accounts.all().stream()
                .flatMap(row -> role(permissions.ofPeople(), row.id(), project).map(role -> person(row, role)))
                .toList();
        List<Member> ofGroups = groups.all().stream()
                .flatMap(row -> role(permissions.ofGroups(), row.id(), project)
                        .map(role -> new Member(MemberKind.GROUP, row.name(), row.name(), role)))
                .toList();
        List<String> named = ofGroups.stream().map(Member::name).toList();
        return new Members(
                Stream.concat(people.stream(), ofGroups.stream()).toList(),
                groups.all().stream()
                        .map(GroupRow::name)
                        .filter(name -> !named.contains(name))
                        .toList());
    }

    private static Member person(PersonRow row, Role role) {
        return new Member(MemberKind.PERSON, row.name(), row.label(), role);
    }

    private static Stream<Role> role(List<RoleRow> all, String holder, Project project) {
        return all.stream()
                .filter(row -> row.holder().equals(holder) && row.projectId().equals(project.id()))
                .map(RoleRow::role);
    }

    /** A role in the project, and who gets it. */
    record NewMember(
            @NotNull(message = "is person or group") MemberKind kind,

            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @NotNull(message = "is viewer, author or operator")
            Role role) {}

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void grantProjectRole(Project project, @Valid @RequestBody NewMember body, HttpServletRequest request) {
        if (body.kind() == MemberKind.GROUP) {
            groups.grant(groups.named(body.name()).id(), project.id(), body.role());
        } else {
            Person person = accounts.named(body.name().strip());
            accounts.grant(person.id(), project.id(), body.role());
        }
        auditRecorder.note(request, "granted the role " + body.role().word(), project.id(), body.name());
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeProjectRole(
            Project project, @RequestParam MemberKind kind, @RequestParam String name, HttpServletRequest request) {
        if (kind == MemberKind.GROUP) {
            groups.revoke(groups.named(name).id(), project.id());
        } else {
            accounts.revoke(accounts.named(name).id(), project.id());
        }
        auditRecorder.note(request, "took a role", project.id(), name);
    }
}
