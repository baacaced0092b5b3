package plainsieve.server.access.accounts;

import java.util.Optional;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;

/**
 * The person who is signed in with a request.
 *
 * @param most the most that the way they signed in lets them do: a key may be for less than its person
 * @param isInPerson whether they are signed in themselves, not a program by a key
 * @param grants what limits an API key to the rights that its owner had when it was created; empty for a person who is signed in
 * @param onlyProject the one project that the way they signed in is for; empty for all
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
