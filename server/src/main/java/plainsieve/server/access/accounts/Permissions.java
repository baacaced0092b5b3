package plainsieve.server.access.accounts;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.records.access.GroupRecords;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.records.access.RoleRecords;
import plainsieve.server.records.access.RoleRow;

/** The effective role of a user: the highest of their own roles and those of their groups. */
@Service
public class Permissions {
    /** Represents the group of everyone who is signed in. */
    public static final String EVERYONE = "*";

    private static final String ALL_PROJECTS = "";

    private final RoleRecords roles;
    private final GroupRecords groups;

    Permissions(RoleRecords roles, GroupRecords groups) {
        this.roles = roles;
        this.groups = groups;
    }

    /** The role of a user in a project. @param member whether it is granted for this project, directly or by a group */
    public record ProjectRole(Role role, boolean member) {}

    /** The role of a caller in a project; nothing when the project is not for them. */
    public Optional<Role> role(AuthenticatedPerson authenticatedPerson, String projectId) {
        return standing(authenticatedPerson, projectId).map(ProjectRole::role);
    }

    /** How a caller is in a project; nothing when the project is not for them. */
    public Optional<ProjectRole> standing(AuthenticatedPerson authenticatedPerson, String projectId) {
        if (!authenticatedPerson.reaches(projectId)) {
            return Optional.empty();
        }
        Optional<Role> own = granted(authenticatedPerson, projectId);
        boolean forEveryone = own.isEmpty() && groups.reportsForEveryone(projectId) > 0;
        return (forEveryone ? Optional.of(Role.VIEWER) : own)
                .map(role -> new ProjectRole(least(role, authenticatedPerson.most()), own.isPresent()));
    }

    /** The role beyond single projects: managing users and projects requires an operator of all projects. */
    public Role overall(AuthenticatedPerson authenticatedPerson) {
        boolean all = authenticatedPerson.onlyProject().isEmpty()
                && granted(authenticatedPerson, ALL_PROJECTS).equals(Optional.of(Role.OPERATOR));
        return all ? least(Role.OPERATOR, authenticatedPerson.most()) : Role.VIEWER;
    }

    /** The IDs of users with a role in a project, directly or by a group. */
    public Set<String> peopleOf(String projectId) {
        return roles.peopleOf(projectId);
    }

    /** The IDs of operators of all projects, directly or by a group. */
    public Set<String> operators() {
        return roles.peopleOf(ALL_PROJECTS).stream()
                .filter(id -> roles.of(id).stream()
                        .filter(row -> row.projectId().equals(ALL_PROJECTS))
                        .anyMatch(row -> row.role() == Role.OPERATOR))
                .collect(Collectors.toSet());
    }

    /** The IDs of the project's authors, by a direct or a group role in the project; not by a role in all projects. */
    public Set<String> authorsOf(String projectId) {
        return roles.peopleOf(projectId).stream()
                .filter(id -> roles.of(id).stream()
                        .filter(row -> row.projectId().equals(projectId))
                        .anyMatch(row -> row.role().mayActAs(Role.AUTHOR)))
                .collect(Collectors.toSet());
    }

    /** The lower of the current rights of an API key's owner and those at its creation. */
    private Optional<Role> granted(AuthenticatedPerson authenticatedPerson, String projectId) {
        Optional<Role> now = grantedRole(authenticatedPerson.person(), projectId);
        return authenticatedPerson.grants().isEmpty()
                ? now
                : now.flatMap(role -> highest(authenticatedPerson.grants().get().roles(), projectId)
                        .map(then -> least(role, then)));
    }

    private Optional<Role> grantedRole(Person person, String projectId) {
        return highest(roles.of(person.id()), projectId);
    }

    private static Optional<Role> highest(List<RoleRow> rows, String projectId) {
        return rows.stream()
                .filter(row -> isOf(row, projectId))
                .map(RoleRow::role)
                .max(Role::compareTo);
    }

    private static boolean isOf(RoleRow row, String projectId) {
        return row.projectId().equals(ALL_PROJECTS) || row.projectId().equals(projectId);
    }

    private static Role least(Role one, Role other) {
        return one.compareTo(other) < 0 ? one : other;
    }

    /** The caller as a caller of the project that they are in. */
    public Caller caller(AuthenticatedPerson authenticatedPerson, ProjectRole standing) {
        Person person = authenticatedPerson.person();
        Set<String> memberships = new HashSet<>(groups.of(person.id()));
        authenticatedPerson.grants().ifPresent(grants -> memberships.retainAll(grants.groups()));
        return Caller.of(
                person.name(),
                standing.role(),
                new Viewer(person.id(), person.name(), true, standing.member(), memberships, ""));
    }

    /** The permanent limits of a new API key: the current rights of its owner. */
    ApiKeyGrants grants(AuthenticatedPerson authenticatedPerson) {
        return authenticatedPerson
                .grants()
                .orElseGet(() -> new ApiKeyGrants(
                        roles.of(authenticatedPerson.person().id()),
                        Set.copyOf(groups.of(authenticatedPerson.person().id()))));
    }

    /** A viewer in one group only. @param by who impersonates, as shown in Sent */
    public Caller asGroup(String by, GroupRow group) {
        Viewer viewer = new Viewer(by, "", true, true, Set.of(group.id()), "");
        return Caller.of(by + Caller.LOOKING + group.name(), Role.VIEWER, viewer);
    }

    /** A user as a viewer. @param by who impersonates, as shown in Sent */
    public Caller asPerson(String by, Person person, String projectId) {
        boolean member = grantedRole(person, projectId).isPresent();
        Viewer viewer = new Viewer(by, person.name(), true, member, Set.copyOf(groups.of(person.id())), "");
        return Caller.of(by + Caller.LOOKING + person.name(), Role.VIEWER, viewer);
    }

    /** Whether a published report is shared with the caller. */
    public boolean isFor(Caller caller, String projectId, String reportId) {
        if (caller.viewer().isByLink()) {
            return caller.viewer().onlyReport().equals(reportId);
        }
        List<String> named = groups.ofReport(projectId, reportId);
        if (!caller.viewer().known() || caller.role().mayActAs(Role.AUTHOR)) {
            return true;
        }
        return named.isEmpty()
                ? caller.viewer().member()
                : named.contains(EVERYONE)
                        || named.stream().anyMatch(caller.viewer().groups()::contains);
    }

    public List<RoleRow> ofPeople() {
        return roles.ofPeople();
    }

    public List<RoleRow> ofGroups() {
        return roles.ofGroups();
    }
}
