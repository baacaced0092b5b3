package plainsieve.server.definitions.project;

import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.sources.SourceSettings;

/**
 * The parts of a project by ID or name, in the project's order.
 *
 * @param sources those of the server, which every project may use
 * @param reports published ones; the draft of an unpublished one
 * @param drafts the same reports as seen by their authors
 * @param transferPolicies decided key transfers; other pairs of sources are undecided
 * @param stages those with settings, by name
 */
public record ProjectParts(
        Map<String, SourceSettings> sources,
        Map<String, Query> queries,
        Map<String, ParameterDefinition> parameters,
        Map<String, Report> reports,
        Map<String, ReportDraft> drafts,
        List<DataTransferPolicy> transferPolicies,
        Map<String, Stage> stages) {
    public ProjectParts {
        sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
        queries = Collections.unmodifiableMap(new LinkedHashMap<>(queries));
        parameters = Collections.unmodifiableMap(new LinkedHashMap<>(parameters));
        reports = Collections.unmodifiableMap(new LinkedHashMap<>(reports));
        drafts = Collections.unmodifiableMap(new LinkedHashMap<>(drafts));
        transferPolicies = List.copyOf(transferPolicies);
        stages = Collections.unmodifiableMap(new LinkedHashMap<>(stages));
    }

    /** The query that steps reference: by its name, or by its ID where several queries have the name. */
    Optional<Query> queryReferenced(String name) {
        List<Query> named = queries.values().stream()
                .filter(query -> query.name().equals(name))
                .toList();
        return named.size() == 1 ? Optional.of(named.get(0)) : Optional.ofNullable(queries.get(name));
    }

    /** How steps reference a query. */
    String referenceTo(Query query) {
        return queryReferenced(query.name()).filter(query::equals).isPresent() ? query.name() : query.id();
    }

    /** With one parameter added or replaced. */
    ProjectParts with(ParameterDefinition definition) {
        Map<String, ParameterDefinition> all = new LinkedHashMap<>(parameters);
        all.put(definition.name(), definition);
        return new ProjectParts(sources, queries, all, reports, drafts, transferPolicies, stages);
    }

    /** With the settings of a stage: its defaults of parameters. Those of removed parameters are ignored. */
    ProjectParts in(Stage stage) {
        Map<String, ParameterDefinition> all = new LinkedHashMap<>(parameters);
        stage.values()
                .forEach((name, value) -> all.computeIfPresent(
                        name, (key, definition) -> definition.isComputed() ? definition : definition.withStart(value)));
        return new ProjectParts(sources, queries, all, reports, drafts, transferPolicies, stages);
    }

    /** Every unused former name of a parameter, with the current name. */
    Map<String, String> formerNames() {
        Map<String, String> former = new HashMap<>();
        parameters.values().forEach(definition -> definition.maintenance().formerNames().stream()
                .filter(before -> !parameters.containsKey(before))
                .forEach(before -> former.put(before, definition.name())));
        return former;
    }

    /** With one query replaced. */
    ProjectParts with(Query query) {
        Map<String, Query> all = new LinkedHashMap<>(queries);
        all.put(query.id(), query);
        return new ProjectParts(sources, all, parameters, reports, drafts, transferPolicies, stages);
    }

    /** With one report replaced, as draft and published. */
    ProjectParts withPublished(Report report) {
        Map<String, ReportDraft> all = new LinkedHashMap<>(drafts);
        all.put(report.id(), new ReportDraft(report, true));
        ProjectParts with = with(report);
        return new ProjectParts(sources, queries, parameters, with.reports(), all, transferPolicies, stages);
    }

    /** With one report replaced. */
    ProjectParts with(Report report) {
        Map<String, Report> all = new LinkedHashMap<>(reports);
        all.put(report.id(), report);
        return new ProjectParts(sources, queries, parameters, all, drafts, transferPolicies, stages);
    }
}
