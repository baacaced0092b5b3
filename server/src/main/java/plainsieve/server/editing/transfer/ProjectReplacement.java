package plainsieve.server.editing.transfer;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.records.IncompatibleDatabaseException;
import plainsieve.server.records.definitions.ProjectFolderRecords;
import plainsieve.server.records.definitions.ProjectRecords;
import plainsieve.server.sources.SourceDefinitions;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;

/**
 * Replaces the projects of this server by projects from files and makes them read-only. Saved selections and sent statements are
 * kept.
 */
@Service
public class ProjectReplacement {
    private static final int MOST_NAMED = 3;

    private final ProjectFolderRecords serving;
    private final ProjectRecords records;
    private final Projects projects;
    private final SourceDefinitions sources;
    private final ProjectTransfer transfer;

    ProjectReplacement(
            ProjectFolderRecords serving,
            ProjectRecords records,
            Projects projects,
            SourceDefinitions sources,
            ProjectTransfer transfer) {
        this.serving = serving;
        this.records = records;
        this.projects = projects;
        this.sources = sources;
        this.transfer = transfer;
    }

    /** Enables editing of projects on this server. */
    public void open() {
        serving.lock(false);
    }

    /** Throws {@link IncompatibleDatabaseException} if the records contain projects created on this server, which would be lost. */
    public void requireNoneOfItsOwn() {
        if (serving.hasOwn()) {
            throw new IncompatibleDatabaseException(
                    "The database has projects created on this server, and plainsieve.project would replace them. Use a separate data folder.");
        }
    }

    /**
     * Replaces all or none.
     *
     * @param folders by project ID
     * @param reach connection settings that override those of the files, by source name
     * @throws ProblemException for invalid files; then nothing has changed
     */
    @Transactional
    public void all(Map<String, ProjectFolder> folders, Map<String, Map<String, String>> reach) {
        requireWhole(folders);
        serving.lock(false);
        serving.removeDefinitions();
        serving.removeTransferPolicies();
        serving.removeSources();
        projects(folders);
        sources(folders, reach);
        folders.forEach((id, folder) -> bringIn(id, folder));
        serving.lock(true);
    }

    /* A file that was cut off can still be valid: it only has less than before. */
    private void requireWhole(Map<String, ProjectFolder> folders) {
        Map<String, Project> before =
                projects.all().stream().collect(Collectors.toMap(Project::id, project -> project, (one, same) -> one));
        folders.forEach((id, folder) -> {
            if (!folder.closed() && before.containsKey(id)) {
                List<String> gone = gone(before.get(id), folder.file());
                if (!gone.isEmpty()) {
                    throw new ProblemException(
                                    Problem.of(
                                            ProblemKind.INVALID_FILE,
                                            "%s no longer has %s and has no end marker: it may be truncated."
                                                    .formatted(ProjectFolder.NAME, String.join(", ", gone)),
                                            "Deliver the whole file. If they were removed on purpose, end the file with a line “...”."))
                            .shiftedInto(id);
                }
            }
        });
    }

    private static List<String> gone(Project before, ProjectFile file) {
        Set<String> reports = file.reports().stream().map(ReportForm::id).collect(Collectors.toSet());
        Set<String> queries =
                file.queries().stream().map(ProjectFile.QueryEntry::id).collect(Collectors.toSet());
        return Stream.concat(
                        before.reports().stream()
                                .map(Report::id)
                                .filter(id -> !reports.contains(id))
                                .map("the report “%s”"::formatted),
                        before.queries().stream()
                                .map(Query::id)
                                .filter(id -> !queries.contains(id))
                                .map("the query “%s”"::formatted))
                .limit(MOST_NAMED)
                .toList();
    }

    /** A project that continues to exist keeps its local data: links, roles, selections. */
    private void projects(Map<String, ProjectFolder> folders) {
        Set<String> known = projects.all().stream().map(Project::id).collect(Collectors.toSet());
        known.stream().filter(id -> !folders.containsKey(id)).forEach(records::remove);
        folders.forEach((id, folder) -> {
            String name = SingleLine.of(
                    folder.file().name().isBlank() ? id : folder.file().name());
            if (known.contains(id)) {
                records.rename(id, name);
            } else {
                records.add(id, name);
            }
        });
    }

    private void bringIn(String id, ProjectFolder folder) {
        try {
            transfer.importFiles(id, folder.published(), ProjectTransfer.MissingSources.ADD);
        } catch (NotFoundException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE, "%s: %s".formatted(id, e.getMessage()), "Check its name in the files."));
        } catch (ProblemException e) {
            throw e.shiftedInto(id);
        }
    }

    /** Each for the projects whose files name it; different definitions under one name are an error. */
    private void sources(Map<String, ProjectFolder> folders, Map<String, Map<String, String>> reach) {
        Map<String, ProjectFile.SourceEntry> entries = new LinkedHashMap<>();
        Map<String, Set<String>> users = new LinkedHashMap<>();
        folders.forEach((id, folder) -> folder.file().sources().forEach(entry -> {
            ProjectFile.SourceEntry before = entries.putIfAbsent(entry.id(), entry);
            if (before != null && !before.equals(entry)) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_SOURCE,
                        "%s: another project has a different source named “%s”.".formatted(id, entry.id()),
                        "Rename one of them."));
            }
            users.computeIfAbsent(entry.id(), key -> new TreeSet<>()).add(id);
        }));
        entries.values().forEach(entry -> {
            sources.add(access(entry, reach.getOrDefault(entry.id(), Map.of())));
            sources.allow(entry.id(), users.get(entry.id()));
        });
    }

    private static SourceAccess access(ProjectFile.SourceEntry entry, Map<String, String> here) {
        SourceKind kind = ProjectTransfer.kind(entry);
        SourceFields fields = new SourceFields(
                here.getOrDefault("host", entry.host()),
                port(entry, here),
                here.getOrDefault("database", entry.database()),
                here.getOrDefault("user", entry.user()),
                ProjectTransfer.signIn(entry),
                entry.tableOverrides());
        return new SourceAccess(entry.id(), kind.settings(fields), new Secret(here.getOrDefault("password", "")));
    }

    private static int port(ProjectFile.SourceEntry entry, Map<String, String> here) {
        String said = here.getOrDefault("port", Integer.toString(entry.port()));
        if (!said.matches("\\d{1,5}")) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "plainsieve.source-overrides.%s.port is not a valid port: “%s”.".formatted(entry.id(), said),
                    "Write a number."));
        }
        return Integer.parseInt(said);
    }
}
