package plainsieve.server.access.accounts;

import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.server.people.Caller;

/** Viewing reports as a group or another person, with the rights of a viewer. */
@Service
public class ViewAs {
    private static final String GROUP = "group:";
    private static final String PERSON = "person:";

    private final Groups groups;
    private final Accounts accounts;
    private final Permissions permissions;

    ViewAs(Groups groups, Accounts accounts, Permissions permissions) {
        this.groups = groups;
        this.accounts = accounts;
        this.permissions = permissions;
    }

    /**
     * A user or group to view as.
     *
     * @param as {@code group:id} or {@code person:name}, as in URLs
     * @param name display name
     */
    public record Impersonation(String as, String name) {
        public boolean isGroup() {
            return as.startsWith(GROUP);
        }
    }

    /** Groups, followed by users with a role in the project. */
    public List<Impersonation> all(String projectId) {
        Set<String> inProject = permissions.peopleOf(projectId);
        return Stream.concat(
                        groups.all().stream().map(row -> new Impersonation(GROUP + row.id(), row.name())),
                        accounts.all().stream()
                                .filter(row -> inProject.contains(row.id()))
                                .map(row -> new Impersonation(PERSON + row.name(), row.label())))
                .toList();
    }

    /**
     * A viewer of a project. Throws {@link plainsieve.server.definitions.model.NotFoundException} for an unknown one.
     *
     * @param by who impersonates, as shown in Sent
     */
    public Caller as(String as, String by, String projectId) {
        if (as.startsWith(GROUP)) {
            return permissions.asGroup(by, groups.get(as.substring(GROUP.length())));
        }
        String name = as.startsWith(PERSON) ? as.substring(PERSON.length()) : as;
        return permissions.asPerson(by, accounts.named(name), projectId);
    }
}
