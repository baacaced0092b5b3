package plainsieve.server.api.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;
import plainsieve.core.value.ProblemException;
import plainsieve.files.forms.Absent;
import plainsieve.server.access.accounts.KnownBrowsers;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.KnownBrowserCookie;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.SessionCookie;
import plainsieve.server.people.Role;

/** Signs users in and out. */
@RestController
@RequestMapping("/api/v1")
@RequiredRole(value = Role.VIEWER, open = true)
class SignInApi {
    static final Duration COOKIE_LASTS = Duration.ofDays(14);

    private final SignInService signInService;
    private final AuditRecorder auditRecorder;
    private final CallerResolver callerResolver;
    private final KnownBrowsers browsers;

    SignInApi(
            SignInService signInService,
            AuditRecorder auditRecorder,
            CallerResolver callerResolver,
            KnownBrowsers browsers) {
        this.browsers = browsers;
        this.signInService = signInService;
        this.auditRecorder = auditRecorder;
        this.callerResolver = callerResolver;
    }

    record NameAndPassword(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String password) {
        NameAndPassword {
            name = Absent.orEmpty(name);
            password = Absent.orEmpty(password);
        }

        /** The password is in no log. */
        @Override
        public String toString() {
            return "NameAndPassword[" + name + "]";
        }
    }

    /** @param secret as the link has it behind its {@code #} */
    record LinkSecret(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String secret) {
        LinkSecret {
            secret = Absent.orEmpty(secret);
        }

        @Override
        public String toString() {
            return "LinkSecret";
        }
    }

    /** Signs in by name and password. The session is a cookie that no script can read. */
    @PostMapping("/sign-in")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signIn(@Valid @RequestBody NameAndPassword body, HttpServletRequest request, HttpServletResponse response) {
        try {
            begin(
                    signInService.byPassword(body.name(), body.password(), CallerResolver.from(request)),
                    request,
                    response,
                    "signed in");
        } catch (ProblemException e) {
            auditRecorder.noteOf("", request, "failed to sign in", "", body.name());
            throw e;
        }
    }

    /** @param choosesPassword whether the link is used up, so that they need a password to return */
    record LinkResult(boolean choosesPassword) {}

    /** Signs in by a link that an operator created. */
    @PostMapping("/sign-in/link")
    LinkResult signInByLink(
            @Valid @RequestBody LinkSecret body, HttpServletRequest request, HttpServletResponse response) {
        SignInService.StartedSession begun = signInService.byLink(body.secret(), CallerResolver.from(request));
        begin(begun, request, response, "signed in by a link");
        return new LinkResult(begun.choosesPassword());
    }

    private void begin(
            SignInService.StartedSession begun, HttpServletRequest request, HttpServletResponse response, String how) {
        // The previous session ends: a session never changes its user.
        end(request);
        auditRecorder.noteOf(begun.person().name(), request, how, "", "");
        response.addHeader(HttpHeaders.SET_COOKIE, SessionCookie.of(begun.secret(), COOKIE_LASTS, request));
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                KnownBrowserCookie.set(browsers.mark(begun.person().name()), request));
    }

    /** Signs out in this browser. */
    @PostMapping("/sign-out")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request, HttpServletResponse response) {
        end(request);
        response.addHeader(HttpHeaders.SET_COOKIE, SessionCookie.none(request));
    }

    /** Signs out in every browser. */
    @PostMapping("/sign-out/everywhere")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutEverywhere(HttpServletRequest request, HttpServletResponse response) {
        signInService.signOutEverywhere(
                callerResolver.requiredInPerson().person().id());
        auditRecorder.note(request, "signed out everywhere", "", "");
        response.addHeader(HttpHeaders.SET_COOKIE, SessionCookie.none(request));
    }

    private void end(HttpServletRequest request) {
        Cookie session = WebUtils.getCookie(request, SessionCookie.NAME);
        if (session != null) {
            signInService.signOut(session.getValue());
        }
    }
}
