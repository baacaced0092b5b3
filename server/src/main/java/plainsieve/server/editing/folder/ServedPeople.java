package plainsieve.server.editing.folder;

import java.util.List;
import java.util.Map;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.people.Role;

/**
 * The groups of a server whose projects are those of files: {@code people.yaml} next to them.
 *
 * @param groups none: everyone who is signed in sees every report
 */
public record ServedPeople(List<ServedGroup> groups) {
    static final ServedPeople EVERYONE = new ServedPeople(List.of());

    public ServedPeople {
        groups = groups == null ? List.of() : List.copyOf(groups);
    }

    /**
     * A group.
     *
     * @param claimed what the service that people sign in with says of those who are in it
     * @param role what they may do in every project; viewer when it is missing
     * @param says among what they choose, by parameter; that of every project
     * @param reports the ids of reports that are for this group, and others that name them, and for no one else
     */
    public record ServedGroup(
            String name, List<String> claimed, String role, Map<String, List<String>> says, List<String> reports) {
        public ServedGroup {
            name = name == null ? "" : name;
            claimed = claimed == null ? List.of() : List.copyOf(claimed);
            role = role == null ? Role.VIEWER.word() : role;
            says = says == null ? Map.of() : Map.copyOf(says);
            reports = reports == null ? List.of() : List.copyOf(reports);
        }

        /** Throws {@link ProblemException} when the word is none. */
        Role asRole() {
            return Role.ofWord(role)
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            "bad-people",
                            "people.yaml: “%s” cannot be “%s”.".formatted(name, role),
                            "Write viewer, author or operator.")));
        }
    }
}
