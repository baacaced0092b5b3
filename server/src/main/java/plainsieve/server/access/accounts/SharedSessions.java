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
 * Sessions that are valid on every server with the same shared key: the browser's secret is the identity,
 * encrypted with that key. See {@link Sessions} for its use.
 */
@Component
class SharedSessions {
    /** It always expires: servers cannot tell each other that a user signed out. */
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

    /** The content of a session secret. */
    private record SessionClaims(OpenIdIdentity identity, Instant at) {}

    /** A session secret that is valid on every server; empty if it would be too long, or without a shared key. */
    Optional<String> secret(OpenIdIdentity openIdIdentity) {
        if (!shared) {
            return Optional.empty();
        }
        String locked = secrets.lock(new Secret(forms.write(new SessionClaims(openIdIdentity, clock.instant()))));
        return locked.length() > LONGEST ? Optional.empty() : Optional.of(cookieForm(locked));
    }

    /** The identity in a secret of another server; empty if it is invalid or expired. */
    Optional<OpenIdIdentity> read(String secret) {
        String locked = secret.replace('-', '+').replace('_', '/');
        if (!shared || !secrets.opens(locked)) {
            return Optional.empty();
        }
        return readClaims(locked)
                .filter(said -> said.at().plus(LASTS).isAfter(clock.instant()))
                .map(SessionClaims::identity);
    }

    /** Empty for other content encrypted with the same key. */
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
