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
 * Sessions of this server; a session of another server with the same key is adopted on its first
 * use here.
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

    /** Empty if the secret is invalid or was revoked here. */
    Optional<SessionRow> find(String secret) {
        String digest = SecretGenerator.digest(secret);
        return records.find(digest)
                .or(() -> shared.read(secret).flatMap(openIdIdentity -> adopt(openIdIdentity, digest)))
                .filter(row -> !row.ended());
    }

    void used(String digest, Instant now) {
        records.used(digest, now);
    }

    /* A page sends many requests at once: the first of them creates the session, the others find it. */
    private synchronized Optional<SessionRow> adopt(OpenIdIdentity openIdIdentity, String digest) {
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
            // The name belongs to another account here, as at sign-in.
            return Optional.empty();
        }
    }
}
