package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.server.access.openid.OpenIdException;
import plainsieve.server.access.openid.OpenIdIdentity;
import plainsieve.server.records.access.SessionRecords;
import plainsieve.server.records.access.SessionRow;

/**
 * Sessions of this server; one that another server with the same key began is made one of its own, when it is met here for the
 * first time.
 */
@Component
class Sessions {
    private final SharedSessions shared;
    private final ExternalIdentities externalIdentities;
    private final SessionRecords records;
    private final Clock clock;

    Sessions(SharedSessions shared, ExternalIdentities externalIdentities, SessionRecords records, Clock clock) {
        this.shared = shared;
        this.externalIdentities = externalIdentities;
        this.records = records;
        this.clock = clock;
    }

    /** Nothing when the secret is none of the servers', or was ended here. */
    Optional<SessionRow> find(String secret) {
        String digest = SecretGenerator.digest(secret);
        return records.find(digest)
                .or(() -> shared.read(secret).flatMap(openIdIdentity -> begun(openIdIdentity, digest)))
                .filter(row -> !row.ended());
    }

    void used(String digest, Instant now) {
        records.used(digest, now);
    }

    /* A page asks for many things at once: the first of them begins the session, the others find it. */
    private synchronized Optional<SessionRow> begun(OpenIdIdentity openIdIdentity, String digest) {
        return records.find(digest).or(() -> first(openIdIdentity, digest));
    }

    private Optional<SessionRow> first(OpenIdIdentity openIdIdentity, String digest) {
        Instant now = clock.instant();
        try {
            SessionRow row =
                    new SessionRow(digest, externalIdentities.of(openIdIdentity).id(), "", now, now, false);
            records.begin(row);
            return Optional.of(row);
        } catch (OpenIdException taken) {
            // Another here has the name: they are no one on this server, as at signing in.
            return Optional.empty();
        }
    }
}
