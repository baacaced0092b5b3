package plainsieve.server.accounts;

import plainsieve.server.people.Person;
import plainsieve.server.people.Role;

/**
 * Who is signed in with a request.
 *
 * @param most the most that the way they signed in lets them do: a key may be for less than its person
 * @param isInPerson whether they are signed in themselves, not a program by a key
 * @param onlyProject the one project that the way they signed in is for; empty for all
 */
public record Caller(Person person, Role most, boolean isInPerson, String onlyProject) {
    static Caller of(Person person) {
        return new Caller(person, Role.OPERATOR, true, "");
    }

    boolean reaches(String projectId) {
        return onlyProject.isEmpty() || onlyProject.equals(projectId);
    }
}
