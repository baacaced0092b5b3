package plainsieve.server.access.accounts;

import java.util.Optional;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;

/**
 * The signed-in user of a request.
 *
 * @param most the highest role that the credential permits: an API key may have less than its owner
 * @param isInPerson whether it is a session and not an API key
 * @param grants the rights of an API key's owner when it was created, which limit it; empty for a session
 * @param onlyProject the only project that the credential is valid for; empty for all
 */
public record AuthenticatedPerson(
        Person person, Role most, boolean isInPerson, Optional<ApiKeyGrants> grants, String onlyProject) {
    static AuthenticatedPerson of(Person person) {
        return new AuthenticatedPerson(person, Role.OPERATOR, true, Optional.empty(), "");
    }

    boolean reaches(String projectId) {
        return onlyProject.isEmpty() || onlyProject.equals(projectId);
    }
}
