package plainsieve.server.api.operator;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.Resource;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.RoleBody;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.GroupRecords;
import plainsieve.server.records.access.PersonRow;

/** Manages users: accounts and roles. */
@RestController
@RequestMapping("/api/v1/people")
@RequiredRole(Role.OPERATOR)
class PeopleApi {
    private static final Duration LINK_LASTS = Duration.ofDays(7);

    private final Accounts accounts;
    private final Groups groups;
    private final Permissions permissions;
    private final SignInService signInService;
    private final AuditRecorder auditRecorder;

    PeopleApi(
            Accounts accounts,
            Groups groups,
            Permissions permissions,
            SignInService signInService,
            AuditRecorder auditRecorder) {
        this.accounts = accounts;
        this.groups = groups;
        this.permissions = permissions;
        this.signInService = signInService;
        this.auditRecorder = auditRecorder;
    }

    /**
     * A user account.
     *
     * @param hasPassword whether they can sign in without a link
     * @param groups the IDs of their groups
     * @param email empty for none
     * @param lastSeen ISO 8601; empty if never, or after signing out
     */
    record PersonBody(
            String id,
            String name,
            String label,
            boolean hasPassword,
            boolean suspended,
            List<String> groups,
            List<RoleBody> roles,
            String email,
            String lastSeen) {}

    @GetMapping
    List<PersonBody> listPeople(PageRequest page) {
        Map<String, List<GroupRecords.Member>> members =
                groups.members().stream().collect(Collectors.groupingBy(GroupRecords.Member::personId));
        Map<String, List<RoleBody>> roles =
                RoleBody.of(permissions.ofPeople()).stream().collect(Collectors.groupingBy(RoleBody::holder));
        return page.of(accounts.all(), PersonRow::id).stream()
                .map(row ->
                        body(row, members.getOrDefault(row.id(), List.of()), roles.getOrDefault(row.id(), List.of())))
                .toList();
    }

    private PersonBody body(PersonRow row, List<GroupRecords.Member> members, List<RoleBody> roles) {
        return new PersonBody(
                row.id(),
                row.name(),
                row.label(),
                !row.password().isEmpty(),
                row.suspended(),
                members.stream().map(GroupRecords.Member::groupId).toList(),
                roles,
                row.email(),
                signInService.lastSeen(row.id()));
    }

    record NewPerson(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String label) {}

    /**
     * A single-use sign-in link.
     *
     * @param path relative to the address of this server
     */
    record SignInLink(String id, String path) implements Resource {}

    /** New person, with a link by which they set their password. */
    @PostMapping
    @Creates("/api/v1/people/{created}")
    SignInLink createPerson(@Valid @RequestBody NewPerson body, HttpServletRequest request) {
        Person person = accounts.add(Absent.orEmpty(body.name()), Absent.orEmpty(body.label()));
        auditRecorder.note(request, "created an account", "", person.name());
        return createSignInLink(person.id());
    }

    private SignInLink createSignInLink(String id) {
        return new SignInLink(id, SignInService.path(signInService.link(id, LINK_LASTS, false)));
    }

    /** Creates a link for a user who forgot the password, which becomes invalid. */
    @PostMapping("/{id}/link")
    SignInLink createSignInLink(@PathVariable String id, HttpServletRequest request) {
        String name = accounts.get(id).name();
        accounts.forgetPassword(id);
        auditRecorder.note(request, "made a sign-in link", "", name);
        return createSignInLink(id);
    }

    record PersonLabel(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String label) {}

    @PutMapping("/{id}/label")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renamePerson(@PathVariable String id, @Valid @RequestBody PersonLabel body) {
        accounts.rename(id, Absent.orEmpty(body.label()));
    }

    record EmailAddress(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String email) {}

    /** Sets the email address. */
    @PutMapping("/{id}/email")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setEmailAddress(@PathVariable String id, @Valid @RequestBody EmailAddress body, HttpServletRequest request) {
        accounts.setMail(id, Absent.orEmpty(body.email()));
        auditRecorder.note(
                request,
                "changed a person's email address",
                "",
                accounts.get(id).name());
    }

    record Suspension(
            @NotNull(message = RequestLimits.MISSING) Boolean suspended) {}

    /** Shuts an account, or opens it again. */
    @PutMapping("/{id}/suspended")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setSuspension(@PathVariable String id, @Valid @RequestBody Suspension body, HttpServletRequest request) {
        accounts.block(id, body.suspended());
        String what = body.suspended() ? "suspended an account" : "reactivated an account";
        auditRecorder.note(request, what, "", accounts.get(id).name());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removePerson(@PathVariable String id, HttpServletRequest request) {
        String name = accounts.get(id).name();
        accounts.remove(id);
        auditRecorder.note(request, "removed an account", "", name);
    }

    /** Gives a role in a project, or in all. */
    @PutMapping("/{id}/role")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void grantRole(@PathVariable String id, @Valid @RequestBody RoleBody.RoleGrant body, HttpServletRequest request) {
        accounts.grant(id, body.projectId(), body.role());
        auditRecorder.note(
                request,
                "granted the role " + body.role().word(),
                body.projectId(),
                accounts.get(id).name());
    }

    @DeleteMapping("/{id}/role")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeRole(
            @PathVariable String id, @RequestParam(defaultValue = "") String projectId, HttpServletRequest request) {
        accounts.revoke(id, projectId);
        auditRecorder.note(request, "took a role", projectId, accounts.get(id).name());
    }
}
