package plainsieve.server.editing.folder;

import java.util.List;
import java.util.Map;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.people.Role;

/**
 * The groups of a server that reads projects from files: {@code people.yaml} beside them.
 *
 * @param groups empty: every signed-in user sees every report
 */
public record ServedPeople(List<ServedGroup> groups) {
    static final ServedPeople EVERYONE = new ServedPeople(List.of());

    public ServedPeople {
        groups = groups == null ? List.of() : List.copyOf(groups);
    }

    /**
     * A group.
     *
     * @param claimed the claim that implies membership
     * @param role in every project; viewer if missing
     * @param says permitted values by parameter, in all projects
     * @param reports the IDs of reports limited to this group and others that name them
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

        /** Throws {@link ProblemException} for an unknown keyword. */
        Role asRole() {
            return Role.ofWord(role)
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            ProblemKind.INVALID_FILE,
                            "people.yaml: “%s” cannot be “%s”.".formatted(name, role),
                            "Write viewer, author or operator.")));
        }
    }
}
