package plainsieve.server.api.account;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;
import plainsieve.server.access.accounts.ExternalIdentities;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.access.openid.OpenId;
import plainsieve.server.access.openid.OpenIdException;
import plainsieve.server.access.security.OwnPath;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.SessionCookie;
import plainsieve.server.people.Role;

/** Redirects to and from the OpenID Connect provider. */
@RestController
@Hidden
@RequiredRole(value = Role.VIEWER, open = true)
class OpenIdApi {
    private static final Logger LOG = LoggerFactory.getLogger(OpenIdApi.class);
    private static final String COOKIE = "plainsieve-way";
    private static final Duration LASTS = Duration.ofMinutes(10);

    private final OpenId service;
    private final ExternalIdentities externalIdentities;
    private final SignInService signInService;
    private final AuditRecorder auditRecorder;

    OpenIdApi(
            OpenId service,
            ExternalIdentities externalIdentities,
            SignInService signInService,
            AuditRecorder auditRecorder) {
        this.externalIdentities = externalIdentities;
        this.service = service;
        this.signInService = signInService;
        this.auditRecorder = auditRecorder;
    }

    @GetMapping("/sign-in/by-service")
    ResponseEntity<Void> startSignIn(HttpServletRequest request, @RequestParam(defaultValue = "/") String back) {
        try {
            OpenId.Sent sent = service.send(request, localPage(request, back));
            return leading(sent.address(), cookie(sent.kept(), LASTS, request));
        } catch (OpenIdException e) {
            return redirectWithError(e, request);
        }
    }

    @GetMapping(OpenId.BACK)
    ResponseEntity<Void> completeSignIn(HttpServletRequest request, @RequestParam Map<String, String> answer) {
        Cookie kept = WebUtils.getCookie(request, COOKIE);
        try {
            OpenId.Come come = service.meet(kept == null ? "" : kept.getValue(), answer);
            SignInService.StartedSession begun = signInService.byService(
                    come.identity(), externalIdentities.of(come.identity()), CallerResolver.from(request));
            Cookie before = WebUtils.getCookie(request, SessionCookie.NAME);
            if (before != null) {
                // A session never changes hands.
                signInService.signOut(before.getValue());
            }
            auditRecorder.noteOf(begun.person().name(), request, "signed in by the service", "", "");
            return leading(
                    come.back(),
                    SessionCookie.of(begun.secret(), SignInApi.COOKIE_LASTS, request),
                    cookie("", Duration.ZERO, request));
        } catch (OpenIdException e) {
            return redirectWithError(e, request);
        }
    }

    private ResponseEntity<Void> redirectWithError(OpenIdException e, HttpServletRequest request) {
        LOG.warn("Not signed in by the service: {}", e.getMessage().replaceAll("\\p{Cntrl}+", " "));
        auditRecorder.noteOf(
                "",
                request,
                "failed to sign in with the service",
                "",
                e.why().name().toLowerCase(Locale.ROOT));
        String page =
                OwnPath.inBrowser(request, "/sign-in?wrong=" + e.why().name().toLowerCase(Locale.ROOT));
        return leading(page, cookie("", Duration.ZERO, request));
    }

    private static ResponseEntity<Void> leading(String address, String... cookies) {
        return ResponseEntity.status(HttpStatus.FOUND)
                .location(URI.create(address))
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .header(HttpHeaders.SET_COOKIE, cookies)
                .build();
    }

    /** A page of this server; the start page for any other URL. */
    private static String localPage(HttpServletRequest request, String back) {
        boolean own = back.startsWith(OwnPath.inBrowser(request, "/"))
                && !back.startsWith("//")
                && back.chars().allMatch(sign -> sign > ' ' && sign < 127 && sign != '\\')
                && !back.startsWith(OwnPath.inBrowser(request, "/sign-in"));
        return own ? back : OwnPath.inBrowser(request, "/");
    }

    private static String cookie(String value, Duration lasts, HttpServletRequest request) {
        return ResponseCookie.from(COOKIE, value)
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite("Lax")
                .path(OwnPath.inBrowser(request, "/sign-in"))
                .maxAge(lasts)
                .build()
                .toString();
    }
}
