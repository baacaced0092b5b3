package plainsieve.server.definitions.project;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.View;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Usage;
import plainsieve.sources.SourceSettings;

/** The dependencies and usages in a project, computed once per state. */
final class ProjectGraph {
    private final ProjectParts parts;
    private final Map<String, Set<String>> live = new HashMap<>();
    private final Map<String, Set<String>> mentioned = new HashMap<>();
    private final Map<String, Set<String>> needs = new LinkedHashMap<>();
    private final Map<String, Set<String>> inReports = new HashMap<>();
    private final Map<String, Set<String>> inDrafts = new HashMap<>();
    private final Map<String, List<Usage>> uses = new HashMap<>();
    private final Dependencies dependencies;

    ProjectGraph(ProjectParts parts, QueryTextCache queryTextCache) {
        this.parts = parts;
        parts.queries().values().forEach(query -> read(query, queryTextCache));
        parts.parameters().values().forEach(definition -> needs.put(definition.name(), needed(definition)));
        this.dependencies = new Dependencies(needs);
        parts.reports().values().forEach(report -> inReports.put(report.id(), inReport(report)));
        parts.drafts().values().forEach(draft -> inDrafts.put(draft.report().id(), inReport(draft.report())));
        parts.queries().values().forEach(this::useBy);
        parts.reports().values().forEach(this::useBy);
        parts.parameters().values().forEach(this::useBy);
    }

    private void read(Query query, QueryTextCache queryTextCache) {
        SourceSettings source = parts.sources().get(query.sourceId());
        SchemaContext schema = queryTextCache.around(parts, query.sourceId());
        Set<String> inLive = new LinkedHashSet<>(queryTextCache.mentioned(query.liveText(), source.dialect(), schema));
        if (query.choosesSource()) {
            inLive.add(query.sourceParameter());
        }
        Set<String> all = new LinkedHashSet<>(inLive);
        if (query.isChanged()) {
            all.addAll(queryTextCache.mentioned(query.draftText(), source.dialect(), schema));
        }
        live.put(query.id(), inLive);
        mentioned.put(query.id(), Collections.unmodifiableSet(all));
    }

    private Set<String> needed(ParameterDefinition definition) {
        Set<String> names = new LinkedHashSet<>(inFormulas(definition));
        names.addAll(live(definition.list().queryId()));
        names.addAll(live(definition.start().queryId()));
        names.addAll(live(definition.rowAccess().queryId()));
        return Collections.unmodifiableSet(names);
    }

    /** The parameters in the formulas of a parameter. */
    static Set<String> inFormulas(ParameterDefinition definition) {
        Set<String> names = new LinkedHashSet<>(inFormula(definition.formula()));
        names.addAll(inFormula(definition.start().formulaText()));
        return names;
    }

    private static Set<String> inFormula(String formula) {
        try {
            return formula.isEmpty() ? Set.of() : Formula.read(formula).parameters();
        } catch (ProblemException e) {
            return Set.of();
        }
    }

    private Set<String> inReport(Report report) {
        Set<String> names = new LinkedHashSet<>();
        report.controls().forEach(control -> names.addAll(control.parameters()));
        report.views().forEach(view -> names.addAll(ofView(view)));
        report.inQuestion().stream().filter(parts.parameters()::containsKey).forEach(names::add);
        return withNeeded(names);
    }

    private Set<String> withNeeded(Set<String> names) {
        Set<String> all = new LinkedHashSet<>(names);
        names.forEach(name -> all.addAll(dependencies.allOf(name)));
        return Collections.unmodifiableSet(all);
    }

    private void useBy(Query query) {
        mentioned.get(query.id()).forEach(name -> use(name, Usage.by(Usage.Kind.QUERY, query.id(), query.name())));
    }

    /** Viewers are surprised both by a page that was filtered unasked and by a table that was forgotten. */
    private void useBy(Report report) {
        int of = report.queryIds().size();
        Map<String, Set<String>> using = new HashMap<>();
        for (View view : report.queriedViews()) {
            ofView(view).forEach(name -> using.computeIfAbsent(name, key -> new HashSet<>())
                    .add(view.queryId()));
        }
        Set<String> names = new LinkedHashSet<>(inReports.get(report.id()));
        names.addAll(inDrafts.getOrDefault(report.id(), Set.of()));
        for (String name : names) {
            int queries = using.getOrDefault(name, Set.of()).size();
            use(name, new Usage(Usage.Kind.REPORT, report.id(), report.name(), queries, of));
        }
    }

    private void useBy(ParameterDefinition definition) {
        Set<String> names = inFormulas(definition);
        if (!definition.rangeEnd().isEmpty()) {
            names.add(definition.rangeEnd());
        }
        names.forEach(name -> use(name, Usage.by(Usage.Kind.PARAMETER, definition.name(), ":" + definition.name())));
    }

    private void use(String name, Usage usage) {
        uses.computeIfAbsent(name, key -> new ArrayList<>()).add(usage);
    }

    Dependencies dependencies() {
        return dependencies;
    }

    Set<String> live(String queryId) {
        return live.getOrDefault(queryId, Set.of());
    }

    Set<String> mentioned(String queryId) {
        return mentioned.getOrDefault(queryId, Set.of());
    }

    Set<String> needs(String name) {
        return needs.getOrDefault(name, Set.of());
    }

    Set<String> ofView(View view) {
        Set<String> names = new LinkedHashSet<>(live(view.queryId()));
        view.ignoredParameters().forEach(names::remove);
        names.addAll(view.parameters());
        return withNeeded(names);
    }

    Set<String> ofReport(String reportId) {
        return inReports.get(reportId);
    }

    List<Usage> uses(String name) {
        return Collections.unmodifiableList(uses.getOrDefault(name, List.of()));
    }
}
