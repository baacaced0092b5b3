package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.server.people.Person;
import plainsieve.server.records.access.ApiKeyRecords;
import plainsieve.server.records.access.ApiKeyRow;
import plainsieve.server.records.access.PersonRecords;
import plainsieve.server.records.access.SessionRow;

/** Identifies the owner of a session or API key secret. The last-seen time is written in the background. */
@Service
public class CredentialAuthenticator {
    private static final Duration WRITTEN_EVERY = Duration.ofMinutes(1);

    private final PersonRecords people;
    private final Sessions sessions;
    private final ApiKeyRecords keys;
    private final BackgroundUpdates backgroundUpdates;
    private final Clock clock;

    CredentialAuthenticator(
            PersonRecords people,
            Sessions sessions,
            ApiKeyRecords keys,
            BackgroundUpdates backgroundUpdates,
            Clock clock) {
        this.people = people;
        this.sessions = sessions;
        this.keys = keys;
        this.backgroundUpdates = backgroundUpdates;
        this.clock = clock;
    }

    /** The person of a session; empty if it has ended. */
    public Optional<AuthenticatedPerson> ofSession(String secret) {
        Instant now = clock.instant();
        Optional<SessionRow> session = sessions.find(secret)
                .filter(row -> row.usedAt().isAfter(now.minus(SignInService.IDLE)))
                .filter(row -> row.createdAt().isAfter(now.minus(SignInService.LONGEST)));
        session.filter(row -> row.usedAt().isBefore(now.minus(WRITTEN_EVERY)))
                .ifPresent(row -> backgroundUpdates.run(() -> sessions.used(row.digest(), now)));
        return session.flatMap(row -> active(row.personId())).map(AuthenticatedPerson::of);
    }

    /** The owner of an API key; empty for an expired one. */
    public Optional<AuthenticatedPerson> ofKey(String secret) {
        Instant now = clock.instant();
        Optional<ApiKeyRow> key = keys.find(SecretGenerator.digest(secret))
                .filter(row -> Instant.parse(row.endsAt()).isAfter(now));
        key.filter(row -> row.usedAt().isEmpty() || Instant.parse(row.usedAt()).isBefore(now.minus(WRITTEN_EVERY)))
                .ifPresent(row -> backgroundUpdates.run(() -> keys.used(row.id(), now.toString())));
        return key.flatMap(row -> active(row.personId())
                .map(person -> new AuthenticatedPerson(
                        person,
                        row.role(),
                        false,
                        Optional.of(ApiKeyGrants.read(row.grantedRoles(), row.grantedGroups())),
                        row.projectId())));
    }

    private Optional<Person> active(String personId) {
        return people.find(personId).filter(row -> !row.suspended()).map(Accounts::person);
    }
}
