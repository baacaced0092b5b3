package plainsieve.server.definitions.project;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.server.definitions.forms.ReportForms;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;

/** The published parts of a project loaded from files. */
final class FileProjectParts {
    private static final int VERSION = 1;

    private FileProjectParts() {}

    static ProjectParts of(ProjectParts now, ProjectFolder folder) {
        ProjectFile file = folder.file();
        Map<String, Query> queries = new LinkedHashMap<>();
        file.queries().forEach(entry -> queries.put(entry.id(), query(entry, folder.texts())));
        Map<String, ParameterDefinition> parameters = new LinkedHashMap<>();
        file.parameters()
                .forEach(entry ->
                        parameters.put(entry.name(), entry.toDefinition().withVersion(VERSION)));
        Map<String, Report> reports = new LinkedHashMap<>();
        Map<String, ReportDraft> drafts = new LinkedHashMap<>();
        file.reports().forEach(entry -> {
            Report report = ReportForms.report(entry.identified(entry.id(), VERSION));
            reports.put(entry.id(), report);
            drafts.put(entry.id(), new ReportDraft(report, true));
        });
        List<DataTransferPolicy> travels = file.transferPolicies().stream()
                .map(entry -> new DataTransferPolicy(entry.from(), entry.to(), entry.allowed()))
                .toList();
        return new ProjectParts(now.sources(), queries, parameters, reports, drafts, travels, now.stages());
    }

    private static Query query(ProjectFile.QueryEntry entry, Map<String, String> texts) {
        String text = texts.get(entry.file());
        String name = entry.name().isBlank() ? entry.id() : entry.name();
        return new Query(
                entry.id(),
                name,
                entry.source(),
                entry.sourceParameter(),
                CachePolicy.of(entry.storedCopy(), entry.cacheSeconds()),
                text,
                text,
                VERSION);
    }
}
