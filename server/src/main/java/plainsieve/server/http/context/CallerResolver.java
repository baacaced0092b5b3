package plainsieve.server.http.context;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.util.WebUtils;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.access.accounts.ViewAs;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.Caller;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.people.NotSignedInException;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.runtime.settings.Settings;

/** Resolves the caller of a request and their role. */
@Component
public class CallerResolver {
    /** Request header of authors: the impersonated {@code group:id} or {@code person:name}. */
    public static final String VIEW_AS = "View-As";

    private final Settings settings;
    private final Permissions permissions;
    private final ViewAs viewAs;
    private final OpenLinkAuthenticator openLinkAuthenticator;

    CallerResolver(
            Settings settings, Permissions permissions, ViewAs viewAs, OpenLinkAuthenticator openLinkAuthenticator) {
        this.openLinkAuthenticator = openLinkAuthenticator;
        this.settings = settings;
        this.permissions = permissions;
        this.viewAs = viewAs;
    }

    /** Whether the server has accounts. */
    public boolean haveAccounts() {
        return settings.accounts();
    }

    /** The role of everyone on this machine, without accounts. */
    public Role ofThisMachine() {
        return settings.role();
    }

    /** The signed-in person; empty without accounts. */
    public Optional<AuthenticatedPerson> now() {
        Authentication known = SecurityContextHolder.getContext().getAuthentication();
        boolean caller = settings.accounts() && known != null && known.getPrincipal() instanceof AuthenticatedPerson;
        return caller ? Optional.of((AuthenticatedPerson) known.getPrincipal()) : Optional.empty();
    }

    /** The signed-in user. Throws {@link NotSignedInException} if there is none. */
    public AuthenticatedPerson required() {
        return now().orElseThrow(NotSignedInException::new);
    }

    /**
     * The user of the session. An API key cannot change the account it belongs to: not its password, keys or sessions. Throws
     * {@link ProblemException} for an API key, {@link NotSignedInException} for anonymous callers.
     */
    public AuthenticatedPerson requiredInPerson() {
        AuthenticatedPerson authenticatedPerson = required();
        if (!authenticatedPerson.isInPerson()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NOT_PERMITTED,
                    "An API key cannot change the account it belongs to.",
                    "Sign in to do this."));
        }
        return authenticatedPerson;
    }

    /** The role of the caller in a project, for a route whose effect depends on it. */
    public Role roleIn(String projectId, HttpServletRequest request) {
        return role(request, Optional.of(projectId));
    }

    /** Whether the caller has access to a project or one of its reports. */
    public boolean sees(HttpServletRequest request, String projectId) {
        return settings.accounts()
                ? now().flatMap(authenticatedPerson -> permissions.role(authenticatedPerson, projectId))
                                .isPresent()
                        || byLink(request, Optional.of(projectId)).isPresent()
                : from(request).local();
    }

    /**
     * The role of the caller. Throws {@link NotSignedInException} for anonymous callers, and {@link NotFoundException} for an
     * inaccessible or missing project.
     *
     * @param projectId empty outside projects
     */
    Role role(HttpServletRequest request, Optional<String> projectId) {
        if (!settings.accounts()) {
            return ofThisMachine(request);
        }
        Optional<Role> own = projectId.isEmpty()
                ? now().map(permissions::overall)
                : standing(request, projectId.get()).map(Permissions.ProjectRole::role);
        if (own.isEmpty() && byLink(request, projectId).isPresent()) {
            return Role.VIEWER;
        }
        if (own.isEmpty() && now().isEmpty()) {
            projectId.ifPresent(project -> openLinkAuthenticator.refuse(request, project));
        }
        required();
        return own.orElseThrow(() -> new NotFoundException("project", projectId.orElse(""), List.of()));
    }

    /* Used by the route and its arguments: read once per request. */
    private Optional<Permissions.ProjectRole> standing(HttpServletRequest request, String projectId) {
        String kept = Permissions.ProjectRole.class.getName() + projectId;
        if (request.getAttribute(kept) instanceof Permissions.ProjectRole standing) {
            return Optional.of(standing);
        }
        Optional<Permissions.ProjectRole> read =
                now().flatMap(authenticatedPerson -> permissions.standing(authenticatedPerson, projectId));
        read.ifPresent(standing -> request.setAttribute(kept, standing));
        return read;
    }

    private Optional<Caller> byLink(HttpServletRequest request, Optional<String> projectId) {
        return projectId.flatMap(project -> openLinkAuthenticator.caller(request, project));
    }

    private Role ofThisMachine(HttpServletRequest request) {
        if (!from(request).local()) {
            throw new NotSignedInException();
        }
        return settings.role();
    }

    /** The caller of a project, or the impersonated viewer. Throws like {@link #role}. */
    public Caller caller(HttpServletRequest request, String projectId) {
        Caller own = own(request, projectId);
        String as = request.getHeader(VIEW_AS);
        return as == null || as.isEmpty() ? own : lookingAs(as, own, projectId);
    }

    private Caller lookingAs(String as, Caller own, String projectId) {
        if (!own.role().mayActAs(Role.AUTHOR)) {
            throw new ForbiddenException(Role.AUTHOR, own.role());
        }
        return viewAs.as(as, own.id(), projectId).ownedBy(own.owner());
    }

    private Caller own(HttpServletRequest request, String projectId) {
        Role role = role(request, Optional.of(projectId));
        Optional<Caller> byLink =
                role.mayActAs(Role.AUTHOR) ? Optional.empty() : byLink(request, Optional.of(projectId));
        if (byLink.isPresent()) {
            return byLink.get().ownedBy(byLink.get().owner() + " " + browser(request));
        }
        Optional<Caller> signedIn = now().flatMap(authenticatedPerson ->
                standing(request, projectId).map(standing -> permissions.caller(authenticatedPerson, standing)));
        return signedIn.orElseGet(() -> {
            return Caller.of(role.word(), role, Viewer.browser(browser(request), role.word()));
        });
    }

    private static String browser(HttpServletRequest request) {
        Cookie cookie = WebUtils.getCookie(request, ViewerCookie.NAME);
        return cookie == null ? request.getRemoteAddr() : cookie.getValue();
    }

    /** The origin of a request. A forwarded one is not from this machine. */
    public static SignInService.RequestOrigin from(HttpServletRequest request) {
        String browser = request.getHeader("User-Agent");
        boolean handedOn = request.getHeader("Forwarded") != null || request.getHeader("X-Forwarded-For") != null;
        return new SignInService.RequestOrigin(
                request.getRemoteAddr(),
                !handedOn && isLoopback(request.getRemoteAddr()),
                browser == null ? "" : browser,
                KnownBrowserCookie.of(request));
    }

    private static boolean isLoopback(String address) {
        try {
            return InetAddress.getByName(address).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    /** The name of the caller for the audit log; empty for anonymous ones. */
    public String nameNow() {
        return now().map(authenticatedPerson -> authenticatedPerson.person().name())
                .orElse(settings.accounts() ? "" : settings.role().word());
    }
}
