package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.server.access.openid.OpenIdIdentity;
import plainsieve.server.access.security.SecretBox;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.runtime.settings.ServingSettings;
import plainsieve.sources.Secret;
import tools.jackson.core.JacksonException;

/**
 * Sessions that hold on every server with the same shared key: the secret of the browser is what the service said of someone,
 * locked with that key. See {@link Sessions} for what the others do with it.
 */
@Component
class SharedSessions {
    /** It always ends: servers cannot tell each other that someone signed out. */
    private static final Duration LASTS = Duration.ofHours(12);

    /** Browsers keep no longer cookies. */
    private static final int LONGEST = 3_800;

    private final boolean shared;
    private final SecretBox secrets;
    private final StoredForms forms;
    private final Clock clock;

    SharedSessions(ServingSettings settings, SecretBox secrets, StoredForms forms, Clock clock) {
        this.shared = !settings.sharedKey().isEmpty();
        this.secrets = secrets;
        this.forms = forms;
        this.clock = clock;
    }

    /** What a session is made of. */
    private record SessionClaims(OpenIdIdentity identity, Instant at) {}

    /** The secret of a session that holds on every server; nothing when it would be too long, or nothing is shared. */
    Optional<String> secret(OpenIdIdentity openIdIdentity) {
        if (!shared) {
            return Optional.empty();
        }
        String locked = secrets.lock(new Secret(forms.write(new SessionClaims(openIdIdentity, clock.instant()))));
        return locked.length() > LONGEST ? Optional.empty() : Optional.of(cookieForm(locked));
    }

    /** Whom a secret that another server made is of; nothing when it is none, or is over. */
    Optional<OpenIdIdentity> read(String secret) {
        String locked = secret.replace('-', '+').replace('_', '/');
        if (!shared || !secrets.opens(locked)) {
            return Optional.empty();
        }
        return readClaims(locked)
                .filter(said -> said.at().plus(LASTS).isAfter(clock.instant()))
                .map(SessionClaims::identity);
    }

    /** Nothing when it is something else that was locked with the same key. */
    private Optional<SessionClaims> readClaims(String locked) {
        try {
            return Optional.of(forms.read(secrets.unlock(locked).reveal(), SessionClaims.class));
        } catch (JacksonException other) {
            return Optional.empty();
        }
    }

    private static String cookieForm(String locked) {
        return locked.replace('+', '-').replace('/', '_');
    }
}
