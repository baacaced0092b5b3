package plainsieve.server.editing.transfer;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.request.RequestText;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.CompanionFiles;
import plainsieve.files.CopiesFile;
import plainsieve.files.DeliveriesFile;
import plainsieve.files.ProjectDifference;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFile.QueryEntry;
import plainsieve.files.ProjectFile.SourceEntry;
import plainsieve.files.ProjectFile.TransferPolicyEntry;
import plainsieve.files.ProjectFolder;
import plainsieve.files.StagesFile;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.ReportForm;
import plainsieve.files.forms.StageForm;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.forms.ReportForms;
import plainsieve.server.definitions.forms.StageForms;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.sources.Secret;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceSettings;

/**
 * Exports a project to files and imports it. An import changes objects with an existing ID, adds
 * others, and removes nothing: all or nothing. SQL keeps every character, and passwords are never exported.
 */
@Service
public class ProjectTransfer {
    private final Projects projects;
    private final ProjectEditors edits;
    private final List<ProjectExtension> along;

    ProjectTransfer(Projects projects, ProjectEditors edits, List<ProjectExtension> along) {
        this.projects = projects;
        this.edits = edits;
        this.along = along;
    }

    public ProjectFolder exportFiles(Project project) {
        Map<String, String> texts = new LinkedHashMap<>();
        List<QueryEntry> entries = queries(project, texts);
        ProjectFile file = new ProjectFile(
                ProjectFile.FORMAT,
                project.name(),
                project.sources().entrySet().stream()
                        .filter(source -> !isTheirs(project, source.getKey()))
                        .map(source -> entry(source.getKey(), source.getValue()))
                        .toList(),
                project.parameters().values().stream().map(ParameterForm::of).toList(),
                entries,
                given(project),
                drafts(project),
                project.transferPolicies().stream()
                        .map(policy -> new TransferPolicyEntry(policy.from(), policy.to(), policy.allowed()))
                        .toList());
        List<StageForm> stages = project.stages().stream()
                .filter(stage -> !stage.saysNothing())
                .map(StageForms::form)
                .toList();
        CompanionFiles beside = new CompanionFiles(new StagesFile(stages), CopiesFile.NONE, DeliveriesFile.NONE);
        for (ProjectExtension one : along) {
            beside = one.exportFiles(project.id(), beside);
        }
        return new ProjectFolder(file, texts, beside);
    }

    /** @param texts receives their texts by file path */
    private static List<QueryEntry> queries(Project project, Map<String, String> texts) {
        List<QueryEntry> entries = new ArrayList<>();
        for (Query query : project.queries()) {
            String file = "queries/" + query.id() + ending(query.liveText());
            String draft = query.isChanged() ? "queries/" + query.id() + ".draft" + ending(query.draftText()) : "";
            texts.put(file, query.liveText());
            if (query.isChanged()) {
                texts.put(draft, query.draftText());
            }
            entries.add(new QueryEntry(
                    query.id(),
                    query.name(),
                    query.sourceId(),
                    query.sourceParameter(),
                    query.asked().copy(),
                    query.asked().keptSeconds(),
                    file,
                    draft));
        }
        return entries;
    }

    private boolean isTheirs(Project project, String sourceId) {
        return along.stream().anyMatch(one -> one.isTheirs(project, sourceId));
    }

    private static String ending(String text) {
        return StepLines.isSteps(text) ? ".steps" : RequestText.isRequest(text) ? ".request" : ".sql";
    }

    private static SourceEntry entry(String id, SourceSettings settings) {
        SourceFields fields = SourceFields.of(settings);
        return new SourceEntry(
                id,
                settings.kind().word(),
                fields.host(),
                fields.port(),
                fields.database(),
                fields.user(),
                fields.signIn() == SignIn.NONE ? "" : Keyword.of(fields.signIn()),
                fields.tableOverrides());
    }

    private static List<ReportForm> given(Project project) {
        return project.reports().stream()
                .filter(report -> project.draft(report.id()).published())
                .map(ReportForms::form)
                .toList();
    }

    private static List<ReportForm> drafts(Project project) {
        return project.reports().stream()
                .map(report -> project.draft(report.id()))
                .filter(draft -> !draft.published()
                        || !draft.report().equals(project.report(draft.report().id())))
                .map(draft -> ReportForms.form(draft.report()))
                .toList();
    }

    /** How an import handles a source that the server does not have. */
    public enum MissingSources {
        /** Adds it, as an operator may. */
        ADD,
        /** Leaves it out. A query on it is refused: authors use the sources that operators added. */
        LEAVE_OUT
    }

    /**
     * Imports a project. Sources are matched by name; an existing one is never changed.
     *
     * @return the names of added sources
     * @throws ProblemException for invalid files; then nothing has changed
     */
    @Transactional
    public List<String> importFiles(String projectId, ProjectFolder folder, MissingSources missing) {
        ProjectFile file = folder.file();
        List<String> added = missing == MissingSources.ADD ? addSources(projects.get(projectId), file) : List.of();
        along.forEach(one -> one.prepare(projects.get(projectId), folder.beside()));
        Project withSources = projects.get(projectId);
        requireSources(withSources, file);
        file.transferPolicies().forEach(entry -> edits.transferPolicies()
                .decide(withSources, new DataTransferPolicy(entry.from(), entry.to(), entry.allowed())));
        file.queries().forEach(query -> query(withSources, query, folder.texts()));
        edits.queries()
                .correctReferences(
                        withSources,
                        projects.get(projectId),
                        file.queries().stream().map(QueryEntry::id).collect(Collectors.toSet()));
        parameters(projects.get(projectId), file.parameters());
        Project withParameters = projects.get(projectId);
        file.reports().forEach(report -> report(withParameters, report));
        Project withReports = projects.get(projectId);
        file.drafts().forEach(draft -> draft(withReports, draft));
        along.forEach(one -> one.importFiles(projects.get(projectId), folder.beside()));
        folder.beside().stages().stages().forEach(entry -> stage(projects.get(projectId), entry));
        return added;
    }

    private List<String> addSources(Project project, ProjectFile file) {
        List<SourceEntry> missing = file.sources().stream()
                .filter(entry -> !project.sources().containsKey(entry.id()))
                .toList();
        missing.forEach(entry -> source(project, entry));
        return missing.stream().map(SourceEntry::id).toList();
    }

    private static void requireSources(Project project, ProjectFile file) {
        List<String> missing = file.queries().stream()
                .map(QueryEntry::source)
                .filter(source -> !project.sources().containsKey(source))
                .filter(source ->
                        file.sources().stream().anyMatch(entry -> entry.id().equals(source)))
                .distinct()
                .toList();
        if (!missing.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "This project has no source “%s”.".formatted(String.join("”, “", missing)),
                    "Ask an operator to add it on Sources, or use a source that exists. Then import again."));
        }
    }

    /** The changes that an import would make. Changes nothing. Throws like {@link #importFiles}. */
    @Transactional
    public List<ProjectDifference.ChangedObject> difference(
            String projectId, ProjectFolder folder, MissingSources missing) {
        ProjectFolder before = exportFiles(projects.get(projectId));
        importFiles(projectId, folder, missing);
        List<ProjectDifference.ChangedObject> changed =
                ProjectDifference.between(before, exportFiles(projects.get(projectId)));
        TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
        return changed;
    }

    /* An existing one keeps its address and password: those belong to this server, not to the project. */
    private void source(Project project, SourceEntry entry) {
        edits.sources().refuseOthers(project, entry.id());
        SourceSettings settings = kind(entry)
                .settings(new SourceFields(
                        entry.host(),
                        entry.port(),
                        entry.database(),
                        entry.user(),
                        signIn(entry),
                        entry.tableOverrides()));
        edits.sources().addImported(new SourceAccess(entry.id(), settings, Secret.none()));
    }

    /** Throws {@link ProblemException} for an unknown keyword. */
    static SignIn signIn(SourceEntry entry) {
        return entry.signIn().isEmpty()
                ? SignIn.NONE
                : Keyword.find(SignIn.class, entry.signIn())
                        .orElseThrow(() -> new ProblemException(Problem.of(
                                ProblemKind.INVALID_SOURCE,
                                "Unknown authentication method “%s”.".formatted(entry.signIn()),
                                "Use one of: " + String.join(", ", Keyword.all(SignIn.class)) + ".")));
    }

    /** Throws {@link ProblemException} for an unknown keyword. */
    static SourceKind kind(SourceEntry entry) {
        return SourceKind.ofWord(entry.kind())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_SOURCE,
                        "Unknown kind of source “%s”.".formatted(entry.kind()),
                        NearestName.of(entry.kind(), SourceKind.words())
                                .map("Did you mean “%s”?"::formatted)
                                .orElse("Use " + String.join(", ", SourceKind.words()) + "."))));
    }

    private void query(Project project, QueryEntry entry, Map<String, String> texts) {
        project.source(entry.source());
        Ids.check("query", entry.id());
        String live = texts.get(entry.file());
        String draft = entry.draftFile().isEmpty() ? live : texts.get(entry.draftFile());
        String name = entry.name().isBlank() ? entry.id() : Ids.name("A query", entry.name());
        CachePolicy asked = CachePolicy.of(entry.storedCopy(), entry.cacheSeconds());
        Query query = new Query(entry.id(), name, entry.source(), entry.sourceParameter(), asked, draft, live, 1);
        if (project.hasQuery(entry.id())) {
            int version = project.query(entry.id()).version();
            edits.queries().change(project, query.atVersion(version));
        } else {
            edits.queries().put(project, query);
        }
    }

    /** First without references to each other, so that each reference resolves. */
    private void parameters(Project project, List<ParameterForm> entries) {
        Project now = project;
        for (ParameterForm entry : entries) {
            if (!now.parameters().containsKey(entry.name())) {
                ParameterDefinition definition =
                        entry.toDefinition().withReferences("", "", DefaultDefinition.of(ChoiceText.blank()));
                now = now.with(edits.parameters().add(now, definition));
            }
        }
        for (ParameterForm entry : entries) {
            int version = now.parameter(entry.name()).maintenance().version();
            now = now.with(edits.parameters().change(now, entry.toDefinition().withVersion(version)));
        }
    }

    private void report(Project project, ReportForm entry) {
        checkReport(entry);
        if (project.hasReport(entry.id())) {
            int version = project.report(entry.id()).version();
            edits.reports().replace(project, ReportForms.report(entry.identified(entry.id(), version)));
        } else {
            Report added = ReportForms.report(entry.identified(entry.id(), 1));
            edits.reports().add(project, added);
        }
    }

    private void stage(Project project, StageForm entry) {
        int version =
                project.hasStage(entry.name()) ? project.stage(entry.name()).version() : 0;
        edits.stages().save(project, StageForms.stage(entry.atVersion(version)));
    }

    private static void checkReport(ReportForm entry) {
        Ids.check("report", entry.id());
        Ids.name("A report", entry.name().isBlank() ? entry.id() : entry.name());
    }

    private void draft(Project project, ReportForm entry) {
        checkReport(entry);
        if (project.hasReport(entry.id())) {
            int version = project.draft(entry.id()).report().version();
            edits.reports().changeDraft(project, ReportForms.report(entry.identified(entry.id(), version)));
        } else {
            edits.reports().addDraft(project, ReportForms.report(entry.identified(entry.id(), 1)));
        }
    }
}
