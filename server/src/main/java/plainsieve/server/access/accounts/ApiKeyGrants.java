package plainsieve.server.access.accounts;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.RoleRow;

/**
 * The rights that a person had when an API key was created. The key never has more than these, whatever its owner is granted later.
 *
 * @param roles by project; an empty project ID represents all projects
 * @param groups the IDs of the person's groups
 */
record ApiKeyGrants(List<RoleRow> roles, Set<String> groups) {
    private static final String EVERY_PROJECT = "*";

    ApiKeyGrants {
        roles = List.copyOf(roles);
        groups = Set.copyOf(groups);
    }

    /** The inverse of {@link #writtenRoles} and {@link #writtenGroups}. */
    static ApiKeyGrants read(String roles, String groups) {
        return new ApiKeyGrants(words(roles).stream().map(ApiKeyGrants::role).toList(), Set.copyOf(words(groups)));
    }

    private static List<String> words(String written) {
        return Arrays.stream(written.split(" ")).filter(word -> !word.isEmpty()).toList();
    }

    private static RoleRow role(String written) {
        int equals = written.indexOf('=');
        String project = written.substring(0, equals);
        Role role = Role.ofWord(written.substring(equals + 1)).orElse(Role.VIEWER);
        return new RoleRow("", project.equals(EVERY_PROJECT) ? "" : project, role);
    }

    String writtenRoles() {
        return roles.stream()
                .map(row -> (row.projectId().isEmpty() ? EVERY_PROJECT : row.projectId()) + "="
                        + row.role().word())
                .distinct()
                .collect(Collectors.joining(" "));
    }

    String writtenGroups() {
        return groups.stream().sorted().collect(Collectors.joining(" "));
    }

    /** The highest role in any project; {@link Role#VIEWER} if there is none. */
    Role highest() {
        return roles.stream().map(RoleRow::role).max(Role::compareTo).orElse(Role.VIEWER);
    }
}
