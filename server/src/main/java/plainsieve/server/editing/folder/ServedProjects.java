package plainsieve.server.editing.folder;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.editing.transfer.ProjectReplacement;
import plainsieve.server.records.access.GroupRecords;
import plainsieve.server.records.access.GroupRow;

/** Replaces the served projects and their audience in one transaction. */
@Service
class ServedProjects {
    private final ProjectReplacement projectReplacement;
    private final Groups groups;
    private final GroupRecords records;

    ServedProjects(ProjectReplacement projectReplacement, Groups groups, GroupRecords records) {
        this.projectReplacement = projectReplacement;
        this.groups = groups;
        this.records = records;
    }

    /** Enables editing of projects on this server. */
    void open() {
        projectReplacement.open();
    }

    /** Throws if the records contain projects that would be lost. */
    void requireNoneOfItsOwn() {
        projectReplacement.requireNoneOfItsOwn();
    }

    /** Throws {@link ProblemException} when something does not fit; then nothing has changed. */
    @Transactional
    public void take(ServedFiles.Content content, Map<String, Map<String, String>> reach) {
        projectReplacement.all(content.projects(), reach);
        Map<String, String> ids = groups(content.people());
        content.projects().forEach((project, folder) -> folder.file()
                .reports()
                .forEach(report -> groups.show(project, report.id(), audience(content.people(), report.id(), ids))));
        content.people().groups().forEach(group -> content.projects()
                .keySet()
                .forEach(project -> projectOf(group, ids.get(group.name()), project)));
        requireKnown(content);
    }

    private static List<String> audience(ServedPeople people, String reportId, Map<String, String> ids) {
        if (people.groups().isEmpty()) {
            return List.of(Permissions.EVERYONE);
        }
        return people.groups().stream()
                .filter(group -> group.reports().contains(reportId))
                .map(group -> ids.get(group.name()))
                .toList();
    }

    private void projectOf(ServedPeople.ServedGroup group, String id, String project) {
        groups.grant(id, project, group.asRole());
        group.says()
                .forEach((parameter, values) ->
                        groups.setRowAccess(new Groups.GroupChoice(id, project, parameter, ChoiceText.of(values))));
    }

    /** A group that continues to exist keeps its members. */
    private Map<String, String> groups(ServedPeople people) {
        Map<String, String> ids = new HashMap<>();
        people.groups().forEach(group -> {
            if (group.name().isBlank() || ids.put(group.name(), id(group.name())) != null) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_FILE,
                        "people.yaml: the group name “%s” is invalid or used twice.".formatted(group.name()),
                        "Give each a unique name."));
            }
        });
        Set<String> known = records.all().stream().map(GroupRow::id).collect(Collectors.toSet());
        known.stream().filter(id -> !ids.containsValue(id)).forEach(records::remove);
        people.groups().forEach(group -> {
            String id = ids.get(group.name());
            if (!known.contains(id)) {
                records.add(new GroupRow(id, group.name()));
            }
            groups.claim(id, group.claimed());
        });
        groups.choicesOf()
                .forEach(said -> groups.setRowAccess(new Groups.GroupChoice(
                        said.groupId(), said.projectId(), said.parameter(), ChoiceText.blank())));
        return ids;
    }

    /** The same on every server. */
    private static String id(String name) {
        return UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8)).toString();
    }

    private static void requireKnown(ServedFiles.Content content) {
        Set<String> reports = content.projects().values().stream()
                .flatMap(folder -> folder.file().reports().stream())
                .map(report -> report.id())
                .collect(Collectors.toSet());
        content.people().groups().forEach(group -> group.reports().stream()
                .filter(report -> !reports.contains(report))
                .findFirst()
                .ifPresent(report -> {
                    throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_FILE,
                            "people.yaml: the group “%s” references the unknown report “%s”."
                                    .formatted(group.name(), report),
                            "Check its id."));
                }));
    }
}
