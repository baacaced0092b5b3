package plainsieve.server.access.accounts;

import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.GroupChoiceRecords;
import plainsieve.server.records.access.GroupChoiceRow;
import plainsieve.server.records.access.GroupRecords;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.records.access.IdentityRecords;
import plainsieve.server.records.access.RoleRecords;
import plainsieve.server.records.access.RoleRow;

/** Groups of users, and the reports shared with them. */
@Service
public class Groups {
    private static final int LONGEST_NAME = 120;

    private final GroupRecords records;
    private final RoleRecords roles;
    private final GroupChoiceRecords choices;
    private final IdentityRecords identities;
    private final StoredForms forms;

    Groups(
            GroupRecords records,
            RoleRecords roles,
            GroupChoiceRecords choices,
            IdentityRecords identities,
            StoredForms forms) {
        this.identities = identities;
        this.records = records;
        this.roles = roles;
        this.choices = choices;
        this.forms = forms;
    }

    /** The claims that determine membership in groups. */
    public List<IdentityRecords.GroupClaim> claimed() {
        return identities.claimed();
    }

    /** Says that again; it applies to everyone from when they sign in next. */
    @Transactional
    public void claim(String id, List<String> values) {
        identities.forgetClaimed(get(id).id());
        values.stream()
                .map(String::strip)
                .filter(value -> !value.isEmpty() && value.length() <= LONGEST_NAME)
                .forEach(value -> identities.claimGroup(new IdentityRecords.GroupClaim(id, value)));
    }

    /** The permitted values of a restricted parameter for a group in a project. */
    public record GroupChoice(String groupId, String projectId, String parameter, ChoiceText choice) {}

    /** The permitted values of all groups. */
    public List<GroupChoice> choicesOf() {
        return choices.all().stream()
                .map(row -> new GroupChoice(
                        row.groupId(), row.projectId(), row.parameter(), forms.read(row.choice(), ChoiceText.class)))
                .toList();
    }

    /** Sets the permitted values of a group; blank removes them. */
    public void setRowAccess(GroupChoice said) {
        GroupChoiceRow row = new GroupChoiceRow(
                get(said.groupId()).id(), said.projectId(), said.parameter(), forms.write(said.choice()));
        if (said.choice().kind() == ChoiceText.Kind.BLANK) {
            choices.forget(row);
        } else {
            choices.set(row);
        }
    }

    public List<GroupRow> all() {
        return records.all();
    }

    public List<GroupRecords.Member> members() {
        return records.members();
    }

    @Transactional
    public GroupRow add(String name) {
        GroupRow row = new GroupRow(UUID.randomUUID().toString(), free(name));
        records.add(row);
        return row;
    }

    private String free(String name) {
        String said = SingleLine.of(name).replaceAll("\\s+", " ");
        if (said.isEmpty() || said.length() > LONGEST_NAME) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "A group has a name of 1 to %d characters.".formatted(LONGEST_NAME),
                    "Type another."));
        }
        if (records.all().stream().anyMatch(row -> row.name().equalsIgnoreCase(said))) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NAME_TAKEN, "Group “%s” already exists.".formatted(said), "Choose another name."));
        }
        return said;
    }

    @Transactional
    public void rename(String id, String name) {
        records.rename(new GroupRow(get(id).id(), free(name)));
    }

    @Transactional
    public void remove(String id) {
        records.remove(get(id).id());
    }

    public GroupRow get(String id) {
        return records.all().stream()
                .filter(row -> row.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("group", id, List.of()));
    }

    /** Throws {@link NotFoundException} if there is none of this name. */
    public GroupRow named(String name) {
        return records.all().stream()
                .filter(row -> row.name().equalsIgnoreCase(name.strip()))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("group", name, List.of()));
    }

    @Transactional
    public void join(String id, String personId) {
        records.join(new GroupRecords.Member(get(id).id(), personId));
    }

    public void removeMember(String id, String personId) {
        records.removeMember(new GroupRecords.Member(id, personId));
    }

    @Transactional
    public void grant(String id, String projectId, Role role) {
        roles.grantToGroup(new RoleRow(get(id).id(), projectId, role));
    }

    public void revoke(String id, String projectId) {
        roles.revokeFromGroup(id, projectId);
    }

    /** Whom a report is for: ids of groups, or {@link Permissions#EVERYONE}; none for every viewer of its project. */
    public List<String> ofReport(String projectId, String reportId) {
        return records.ofReport(projectId, reportId);
    }

    /** Says whom a report is for, from now on. */
    @Transactional
    public void show(String projectId, String reportId, List<String> groupIds) {
        groupIds.stream().filter(id -> !id.equals(Permissions.EVERYONE)).forEach(this::get);
        records.hide(projectId, reportId);
        groupIds.stream().distinct().forEach(id -> records.show(projectId, reportId, id));
    }
}
