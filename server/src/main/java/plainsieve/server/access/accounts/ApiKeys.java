package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.ApiKeyRecords;
import plainsieve.server.records.access.ApiKeyRow;

/**
 * API keys, with which programs act on behalf of a person. A key never has more rights than its owner had when it was created, nor
 * more than its owner has now; it ends permanently when its owner is suspended.
 */
@Service
public class ApiKeys {
    /** The prefix of every key, so that leaked ones can be found. */
    public static final String MARK = "psieve_";

    private static final int LONGEST_NAME = 120;
    private static final int MOST_DAYS = 366;

    private final SecretGenerator secretGenerator = new SecretGenerator();
    private final ApiKeyRecords records;
    private final Permissions permissions;
    private final Clock clock;

    ApiKeys(ApiKeyRecords records, Permissions permissions, Clock clock) {
        this.records = records;
        this.permissions = permissions;
        this.clock = clock;
    }

    /** A request for a key. @param projectId empty for every project of the user */
    public record KeyRequest(String name, String projectId, Role role, int days) {}

    /** A new key. @param secret shown once and never stored */
    public record CreatedKey(ApiKeyRow row, String secret) {}

    public List<ApiKeyRow> of(String personId) {
        return records.of(personId);
    }

    /** Throws {@link ProblemException} for a role that the caller does not have. */
    public CreatedKey create(AuthenticatedPerson authenticatedPerson, KeyRequest wanted) {
        String name = SingleLine.of(wanted.name());
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "A key has a name of 1 to %d characters.".formatted(LONGEST_NAME),
                    "Enter a name."));
        }
        if (wanted.days() < 1 || wanted.days() > MOST_DAYS) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_API_KEY,
                    "A key lasts 1 to %d days.".formatted(MOST_DAYS),
                    "Create another when it expires."));
        }
        ApiKeyGrants grants = permissions.grants(authenticatedPerson);
        refuseHigher(authenticatedPerson, wanted, grants);
        String secret = MARK + secretGenerator.fresh();
        ApiKeyRow row = new ApiKeyRow(
                UUID.randomUUID().toString(),
                SecretGenerator.digest(secret),
                authenticatedPerson.person().id(),
                name,
                wanted.projectId(),
                wanted.role(),
                grants.writtenRoles(),
                grants.writtenGroups(),
                clock.instant().plus(Duration.ofDays(wanted.days())).toString(),
                "");
        records.add(row);
        return new CreatedKey(row, secret);
    }

    private void refuseHigher(AuthenticatedPerson authenticatedPerson, KeyRequest wanted, ApiKeyGrants grants) {
        Role own = wanted.projectId().isEmpty()
                ? grants.highest()
                : permissions.role(authenticatedPerson, wanted.projectId()).orElse(Role.VIEWER);
        if (!own.mayActAs(wanted.role())) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_API_KEY,
                    "You are %s here, so your key cannot have the rights of %s."
                            .formatted(own.withArticle(), wanted.role().withArticle()),
                    "Create the key for %s.".formatted(own.withArticle())));
        }
    }

    public void remove(String personId, String id) {
        if (records.remove(id, personId) == 0) {
            throw new NotFoundException("key", id, List.of());
        }
    }
}
