package plainsieve.server.api.account;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.runtime.settings.OpenIdSettings;

/** The signed-in person and their permissions. */
@RestController
@RequestMapping("/api/v1/me")
@RequiredRole(Role.VIEWER)
class MeApi {
    private final CallerResolver callerResolver;
    private final Permissions permissions;
    private final Accounts accounts;
    private final Projects projects;
    private final OpenIdSettings openId;

    MeApi(
            CallerResolver callerResolver,
            Permissions permissions,
            Accounts accounts,
            Projects projects,
            OpenIdSettings openId) {
        this.openId = openId;
        this.callerResolver = callerResolver;
        this.permissions = permissions;
        this.accounts = accounts;
        this.projects = projects;
    }

    /** The role in a project. */
    record ProjectMembership(String id, String name, Role role) {}

    /**
     * The signed-in user.
     *
     * @param accounts whether the server has accounts
     * @param signedIn whether the caller is signed in
     * @param name sign-in name; empty for anonymous callers, or without accounts
     * @param hasPassword whether they can sign in again without a link
     * @param service the name of the OpenID Connect provider; empty if there is none
     * @param operator whether they manage users and projects
     */
    record Me(
            boolean accounts,
            boolean signedIn,
            String name,
            String label,
            boolean hasPassword,
            String service,
            boolean operator,
            List<ProjectMembership> projects) {}

    @GetMapping
    @RequiredRole(value = Role.VIEWER, open = true)
    Me getMe(HttpServletRequest request) {
        if (!callerResolver.haveAccounts()) {
            boolean answered = CallerResolver.from(request).local();
            return new Me(
                    false,
                    answered,
                    "",
                    "",
                    answered,
                    "",
                    answered && callerResolver.ofThisMachine() == Role.OPERATOR,
                    answered ? everywhere() : List.of());
        }
        Optional<AuthenticatedPerson> now = callerResolver.now();
        return now.map(this::known).orElse(new Me(true, false, "", "", false, service(), false, List.of()));
    }

    private List<ProjectMembership> everywhere() {
        return projects.all().stream()
                .map(project -> new ProjectMembership(project.id(), project.name(), callerResolver.ofThisMachine()))
                .toList();
    }

    private String service() {
        return openId.isSetUp() ? openId.label() : "";
    }

    private Me known(AuthenticatedPerson authenticatedPerson) {
        return new Me(
                true,
                true,
                authenticatedPerson.person().name(),
                authenticatedPerson.person().label(),
                !accounts.get(authenticatedPerson.person().id()).password().isEmpty(),
                service(),
                permissions.overall(authenticatedPerson) == Role.OPERATOR,
                projects.all().stream()
                        .flatMap(project -> inProject(authenticatedPerson, project).stream())
                        .toList());
    }

    private Optional<ProjectMembership> inProject(AuthenticatedPerson authenticatedPerson, Project project) {
        return permissions
                .role(authenticatedPerson, project.id())
                .map(role -> new ProjectMembership(project.id(), project.name(), role));
    }
}
