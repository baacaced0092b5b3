package plainsieve.server.editing.transfer;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ProjectDifference;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.ProjectTables;

/** Restores a published version. Drafts are kept; objects that did not exist then can be restored. */
@Service
public class Rollback {
    private final ProjectTransfer transfer;
    private final ProjectTables tables;
    private final RemovedObjects removedObjects;
    private final ReportEdits reports;

    Rollback(ProjectTransfer transfer, ProjectTables tables, RemovedObjects removedObjects, ReportEdits reports) {
        this.transfer = transfer;
        this.tables = tables;
        this.removedObjects = removedObjects;
        this.reports = reports;
    }

    /** The published project as files; sources belong to the environment. */
    public ProjectFolder publishedFiles(Project project) {
        ProjectFolder given = transfer.exportFiles(project).published();
        return new ProjectFolder(given.file().withoutSources(), given.texts());
    }

    /** The whole project or nothing. Throws {@link ProblemException} with the parts that are no longer valid. */
    @Transactional
    public void to(Project project, ProjectFolder then) {
        ProjectFolder now = transfer.exportFiles(project);
        removeOthers(project, then.file());
        transfer.importFiles(project.id(), keepingDrafts(then, now), ProjectTransfer.MissingSources.LEAVE_OUT);
    }

    /**
     * One object. Throws {@link NotFoundException} if it did not exist.
     *
     * @param kind parameter, query or report
     */
    @Transactional
    public void to(Project project, ProjectFolder then, ProjectDifference.Kind kind, String id) {
        ProjectFile file = then.file();
        ProjectFile alone = new ProjectFile(
                file.format(),
                "",
                List.of(),
                only(kind == ProjectDifference.Kind.PARAMETER, file.parameters(), ParameterForm::name, id),
                only(kind == ProjectDifference.Kind.QUERY, file.queries(), ProjectFile.QueryEntry::id, id),
                only(kind == ProjectDifference.Kind.REPORT, file.reports(), ReportForm::id, id),
                List.of(),
                List.of());
        if (alone.parameters().size() + alone.queries().size() + alone.reports().size() == 0) {
            throw new NotFoundException(kind.name().toLowerCase(Locale.ROOT) + " in that revision", id, List.of());
        }
        transfer.importFiles(
                project.id(),
                keepingDrafts(new ProjectFolder(alone, then.texts()), transfer.exportFiles(project)),
                ProjectTransfer.MissingSources.LEAVE_OUT);
    }

    private static <T> List<T> only(boolean ofThisKind, List<T> all, Function<T, String> idOf, String id) {
        return ofThisKind
                ? all.stream().filter(entry -> idOf.apply(entry).equals(id)).toList()
                : List.of();
    }

    /** Reports first: they use queries, which use parameters. Objects that drafts need stay. */
    private void removeOthers(Project project, ProjectFile then) {
        DraftDependencies needed = DraftDependencies.of(project);
        Set<String> reportIds = ids(then.reports().stream().map(ReportForm::id).toList());
        project.reports().stream()
                .filter(report -> project.draft(report.id()).published() && !reportIds.contains(report.id()))
                .forEach(report -> reports.remove(project, report));
        Set<String> names =
                ids(then.parameters().stream().map(ParameterForm::name).toList());
        names.addAll(needed.parameters());
        removeExcept(project, DefinitionKind.PARAMETER, names);
        Set<String> queryIds =
                ids(then.queries().stream().map(ProjectFile.QueryEntry::id).toList());
        queryIds.addAll(needed.queries());
        removeExcept(project, DefinitionKind.QUERY, queryIds);
        tables.transferPolicies().all().stream()
                .filter(row -> row.projectId().equals(project.id()))
                .forEach(tables.transferPolicies()::forget);
    }

    private static Set<String> ids(List<String> all) {
        return new HashSet<>(all);
    }

    private void removeExcept(Project project, DefinitionKind kind, Set<String> ids) {
        tables.definitions().ofProjects().stream()
                .filter(row -> row.projectId().equals(project.id()) && row.kind() == kind && !ids.contains(row.id()))
                .forEach(row -> {
                    String name = kind == DefinitionKind.QUERY
                            ? project.query(row.id()).name()
                            : row.id();
                    removedObjects.store(row, name);
                    tables.definitions().remove(project.id(), kind, row.id());
                });
    }

    /** Drafts are not part of a version: they stay. */
    private static ProjectFolder keepingDrafts(ProjectFolder then, ProjectFolder now) {
        Map<String, String> texts = new HashMap<>(then.texts());
        Map<String, String> draftFiles = now.file().queries().stream()
                .filter(query -> !query.draftFile().isEmpty())
                .collect(Collectors.toMap(ProjectFile.QueryEntry::id, ProjectFile.QueryEntry::draftFile));
        draftFiles.values().forEach(file -> texts.put(file, now.texts().get(file)));
        ProjectFile file = then.file();
        Set<String> reportIds = ids(file.reports().stream().map(ReportForm::id).toList());
        List<ReportForm> drafts = now.file().drafts().stream()
                .filter(draft -> reportIds.contains(draft.id()))
                .toList();
        return new ProjectFolder(
                new ProjectFile(
                        file.format(),
                        file.name(),
                        file.sources(),
                        file.parameters(),
                        file.queries().stream()
                                .map(query -> query.drafted(draftFiles.getOrDefault(query.id(), "")))
                                .toList(),
                        file.reports(),
                        drafts,
                        file.transferPolicies()),
                texts);
    }
}
