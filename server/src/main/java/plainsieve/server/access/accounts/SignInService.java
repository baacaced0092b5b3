package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.openid.OpenIdException;
import plainsieve.server.access.openid.OpenIdIdentity;
import plainsieve.server.people.Person;
import plainsieve.server.records.access.ApiKeyRecords;
import plainsieve.server.records.access.PersonRecords;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.access.SessionRecords;
import plainsieve.server.records.access.SessionRow;
import plainsieve.server.records.access.SignInLinkRow;

/** Signs users in and out: by password, link, or API key. */
@Service
public class SignInService {
    /** Unused sessions expire after this time. */
    static final Duration IDLE = Duration.ofHours(12);

    /** A session ends after this, however much it is used. */
    static final Duration LONGEST = Duration.ofDays(14);

    private static final int LONGEST_BROWSER = 200;

    private final SecretGenerator secretGenerator = new SecretGenerator();
    private final Tables tables;
    private final PasswordVerifier gate;
    private final SharedSessions shared;
    private final Clock clock;

    SignInService(Tables tables, PasswordVerifier gate, SharedSessions shared, Clock clock) {
        this.shared = shared;
        this.tables = tables;
        this.gate = gate;
        this.clock = clock;
    }

    /** The records of signed-in users. */
    @Component
    record Tables(PersonRecords people, SessionRecords sessions, ApiKeyRecords keys) {}

    /**
     * The origin of a request.
     *
     * @param local whether from this machine
     * @param known the mark of a browser in which the user has signed in before; empty for none
     */
    public record RequestOrigin(String address, boolean local, String browser, String known) {}

    /**
     * A new session.
     *
     * @param secret for the browser alone
     * @param choosesPassword whether the user has no other way to sign in again
     */
    public record StartedSession(Person person, String secret, boolean choosesPassword) {}

    /** Signs in by a password. Throws {@link ProblemException} when name and password do not belong together, or must wait. */
    public StartedSession byPassword(String name, String password, RequestOrigin from) {
        Optional<PersonRow> known = tables.people().named(name.strip());
        boolean right =
                gate.admits(name, password, known.map(PersonRow::password).orElse(""), from);
        if (!right || known.get().suspended()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.SIGN_IN_FAILED,
                    "Wrong name or password.",
                    "Try again, or ask your administrator for a sign-in link."));
        }
        return begin(known.get(), from, false);
    }

    /** Signs in by a link, which has had its day then, unless it may be used again. */
    @Transactional
    public StartedSession byLink(String secret, RequestOrigin from) {
        String digest = SecretGenerator.digest(secret);
        SignInLinkRow link = tables.sessions()
                .link(digest)
                .filter(row -> row.endsAt().isAfter(clock.instant()))
                .filter(row -> !row.reusable() || from.local())
                .filter(row -> row.reusable() || tables.sessions().useLink(digest) == 1)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_LINK,
                        "This link was used or has expired.",
                        "Ask an operator for a new one.")));
        PersonRow person = tables.people().find(link.personId()).orElseThrow();
        if (person.suspended()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.SIGN_IN_FAILED, "This account is suspended.", "Ask an operator to reactivate it."));
        }
        return begin(person, from, !link.reusable() && person.password().isEmpty());
    }

    /**
     * Signs in an external identity. Throws {@link OpenIdException} if its account is suspended.
     *
     * @param openIdIdentity from the provider
     */
    public StartedSession byService(OpenIdIdentity openIdIdentity, PersonRow person, RequestOrigin from) {
        if (person.suspended()) {
            throw new OpenIdException(OpenIdException.Why.SHUT, person.name());
        }
        return begin(person, from, shared.secret(openIdIdentity).orElseGet(secretGenerator::fresh), false);
    }

    private StartedSession begin(PersonRow person, RequestOrigin from, boolean choosesPassword) {
        return begin(person, from, secretGenerator.fresh(), choosesPassword);
    }

    private StartedSession begin(PersonRow person, RequestOrigin from, String secret, boolean choosesPassword) {
        Instant now = clock.instant();
        tables.sessions().endOld(now.minus(IDLE), now.minus(LONGEST));
        String browser = from.browser()
                .substring(0, Math.min(LONGEST_BROWSER, from.browser().length()));
        tables.sessions().begin(new SessionRow(SecretGenerator.digest(secret), person.id(), browser, now, now, false));
        return new StartedSession(Accounts.person(person), secret, choosesPassword);
    }

    public void signOut(String secret) {
        tables.sessions().end(SecretGenerator.digest(secret));
    }

    /** Ends every session of a person, and every link that would sign them in. */
    @Transactional
    public void signOutEverywhere(String personId) {
        tables.sessions().endAll(personId);
        tables.sessions().removeLinksOf(personId);
    }

    /** Revokes all credentials of a user except the password: sessions, links, and API keys. */
    @Transactional
    public void endAll(String personId) {
        signOutEverywhere(personId);
        tables.keys().removeAll(personId);
    }

    /**
     * Makes a link that signs a person in.
     *
     * @param again whether it may be used more than once, from this machine alone
     * @return its secret
     */
    public String link(String personId, Duration lasts, boolean again) {
        String secret = secretGenerator.fresh();
        tables.sessions()
                .addLink(new SignInLinkRow(
                        SecretGenerator.digest(secret),
                        personId,
                        clock.instant().plus(lasts),
                        again));
        return secret;
    }

    /** Ends every link that would sign a person in. */
    public void forgetLinks(String personId) {
        tables.sessions().removeLinksOf(personId);
    }

    /** The path of a sign-in link. Browsers do not send the fragment after # to anyone. */
    public static String path(String secret) {
        return "/sign-in#link=" + secret;
    }

    /** When a user was last active, ISO 8601; empty if never, or after signing out. */
    public String lastSeen(String personId) {
        return tables.sessions().of(personId).stream()
                .map(row -> row.usedAt().toString())
                .findFirst()
                .orElse("");
    }
}
