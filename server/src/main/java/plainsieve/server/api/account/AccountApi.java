package plainsieve.server.api.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.Resource;
import plainsieve.server.access.accounts.AccountPasswords;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.ApiKeys;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.SessionCookie;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.ApiKeyRow;

/** The password and API keys of the signed-in user. */
@RestController
@RequestMapping("/api/v1/me")
@RequiredRole(Role.VIEWER)
class AccountApi {
    private final CallerResolver callerResolver;
    private final Accounts accounts;
    private final AccountPasswords passwords;
    private final ApiKeys apiKeys;
    private final AuditRecorder auditRecorder;

    AccountApi(
            CallerResolver callerResolver,
            Accounts accounts,
            AccountPasswords passwords,
            ApiKeys apiKeys,
            AuditRecorder auditRecorder) {
        this.passwords = passwords;
        this.callerResolver = callerResolver;
        this.accounts = accounts;
        this.apiKeys = apiKeys;
        this.auditRecorder = auditRecorder;
    }

    /** @param before the current password; empty if there is none */
    record NewPassword(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String before,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String password) {
        NewPassword {
            before = Absent.orEmpty(before);
            password = Absent.orEmpty(password);
        }

        @Override
        public String toString() {
            return "NewPassword";
        }
    }

    /** Sets the password. Ends all sessions and API keys. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@Valid @RequestBody NewPassword body, HttpServletRequest request, HttpServletResponse response) {
        String id = inPerson().person().id();
        if (!passwords.isCurrent(id, body.before(), CallerResolver.from(request))) {
            throw new ProblemException(
                    Problem.of(ProblemKind.SIGN_IN_FAILED, "The current password is wrong.", "Type it again."));
        }
        passwords.set(id, body.password());
        auditRecorder.note(request, "set their password", "", "");
        response.addHeader(HttpHeaders.SET_COOKIE, SessionCookie.none(request));
    }

    /** The email address of the user. @param email empty for none */
    record OwnEmailAddress(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String email) {}

    @GetMapping("/email")
    OwnEmailAddress getOwnEmailAddress() {
        return new OwnEmailAddress(accounts.get(inPerson().person().id()).email());
    }

    @PutMapping("/email")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setOwnEmailAddress(@Valid @RequestBody OwnEmailAddress body, HttpServletRequest request) {
        accounts.setMail(inPerson().person().id(), Absent.orEmpty(body.email()));
        auditRecorder.note(request, "changed their email address", "", "");
    }

    /* An API key can neither change its owner's password nor create keys that outlive it. */
    private AuthenticatedPerson inPerson() {
        return callerResolver.requiredInPerson();
    }

    /**
     * The key of a program.
     *
     * @param projectId empty for every project of its person
     * @param usedAt empty when it never was
     */
    record ApiKeyBody(String id, String name, String projectId, Role role, String endsAt, String usedAt) {
        static ApiKeyBody of(ApiKeyRow row) {
            return new ApiKeyBody(row.id(), row.name(), row.projectId(), row.role(), row.endsAt(), row.usedAt());
        }
    }

    @GetMapping("/keys")
    List<ApiKeyBody> listApiKeys() {
        return apiKeys.of(inPerson().person().id()).stream().map(ApiKeyBody::of).toList();
    }

    record NewApiKey(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @NotNull(message = RequestLimits.MISSING) String projectId,

            @NotNull(message = "is viewer, author or operator")
            Role role,

            int days) {}

    /** A new key. @param secret returned once */
    record CreatedApiKey(String id, ApiKeyBody key, String secret) implements Resource {}

    @PostMapping("/keys")
    @Creates("/api/v1/me/keys/{created}")
    CreatedApiKey createApiKey(@Valid @RequestBody NewApiKey body, HttpServletRequest request) {
        String project = body.projectId();
        if (!project.isEmpty() && !callerResolver.sees(request, project)) {
            throw new NotFoundException("project", project, List.of());
        }
        ApiKeys.CreatedKey made = apiKeys.create(
                inPerson(), new ApiKeys.KeyRequest(Absent.orEmpty(body.name()), project, body.role(), body.days()));
        auditRecorder.note(request, "made a key", project, made.row().name());
        return new CreatedApiKey(made.row().id(), ApiKeyBody.of(made.row()), made.secret());
    }

    @DeleteMapping("/keys/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeApiKey(@PathVariable String id, HttpServletRequest request) {
        apiKeys.remove(inPerson().person().id(), id);
        auditRecorder.note(request, "removed a key", "", id);
    }
}
