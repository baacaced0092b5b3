package plainsieve.server.definitions.project;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.View;
import plainsieve.files.ProjectFolder;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.model.Usage;
import plainsieve.sources.SourceSettings;

/**
 * A snapshot of a project: queries, parameters, lists and reports with their dependencies and usages.
 * Immutable; a run uses one from beginning to end, so that it never sees two states.
 */
public final class Project {
    private final String id;
    private final String name;
    private final ProjectParts parts;
    private final QueryTextCache queryTextCache;
    private final ProjectGraph graph;
    private final Stage stage;
    /* Computed on first use: a page of views runs in one of them. */
    private final Map<String, Project> drafted = new ConcurrentHashMap<>();
    private final Map<String, Project> staged = new ConcurrentHashMap<>();

    Project(String id, String name, ProjectParts parts, QueryTextCache queryTextCache) {
        this(id, name, parts, queryTextCache, Stage.of(""));
    }

    private Project(String id, String name, ProjectParts parts, QueryTextCache queryTextCache, Stage stage) {
        this.stage = stage;
        this.id = id;
        this.name = name;
        this.parts = parts;
        this.queryTextCache = queryTextCache;
        this.graph = new ProjectGraph(parts, queryTextCache);
    }

    /** Is in addresses. */
    public String id() {
        return id;
    }

    public String name() {
        return name;
    }

    ProjectParts parts() {
        return parts;
    }

    private Project with(ProjectParts fallback) {
        return new Project(id, name, fallback, queryTextCache, stage);
    }

    /** The project with this parameter changed; not saved. */
    public Project with(ParameterDefinition definition) {
        return with(parts.with(definition));
    }

    /** The project with this query changed; not saved. */
    public Project with(Query query) {
        return with(parts.with(query));
    }

    /** The project with this report changed, as draft and published; not saved. */
    public Project withPublished(Report report) {
        return with(parts.withPublished(report));
    }

    /** The project with the settings of a stage, for runs. Throws {@link NotFoundException} for an unknown stage. */
    public Project inStage(String stageName) {
        return stageName.equals(stage.name()) ? this : staged.computeIfAbsent(stageName, key -> staged(stage(key)));
    }

    /** As {@link #inStage}, with other defaults of some parameters. Definitions must not be changed from it. */
    public Project inStage(String stageName, Map<String, DefaultDefinition> opening) {
        return staged(stage(stageName).opening(opening));
    }

    /** With the defaults of a report. The stage's take precedence, since they apply to all reports. */
    public Project opening(Report report) {
        Map<String, DefaultDefinition> values =
                new LinkedHashMap<>(report.opening().values());
        values.keySet()
                .removeIf(name ->
                        stage.values().containsKey(name) || !parameters().containsKey(name));
        return values.isEmpty()
                ? this
                : new Project(id, name, parts.in(Stage.of("").withValues(values)), queryTextCache, stage);
    }

    private Project staged(Stage wanted) {
        Map<String, String> former = formerNames();
        Map<String, DefaultDefinition> values = new LinkedHashMap<>();
        wanted.values().forEach((said, value) -> values.put(former.getOrDefault(said, said), value));
        Stage now = wanted.withValues(values);
        return new Project(id, name, parts.in(now), queryTextCache, now);
    }

    /** In the draft stage, unless it is in a stage already. */
    public Project asDraft() {
        return stage.name().isEmpty() ? inStage(Stage.DRAFT) : this;
    }

    /** The stage of this snapshot; an empty one without settings. */
    public Stage stage() {
        return stage;
    }

    /** The stages of this project: the draft, that of viewers, then others that were named. */
    public List<Stage> stages() {
        List<Stage> all = new ArrayList<>(List.of(stage(Stage.DRAFT), stage(Stage.LIVE)));
        parts.stages().values().stream()
                .filter(named ->
                        !named.name().equals(Stage.DRAFT) && !named.name().equals(Stage.LIVE))
                .forEach(all::add);
        return all;
    }

    public boolean hasStage(String stageName) {
        return stages().stream().anyMatch(one -> one.name().equals(stageName));
    }

    /** A stage of this project; draft and live always exist. Throws {@link NotFoundException} for an unknown one. */
    public Stage stage(String stageName) {
        boolean always = stageName.equals(Stage.DRAFT) || stageName.equals(Stage.LIVE);
        return always
                ? parts.stages().getOrDefault(stageName, Stage.of(stageName))
                : find("stage", stageName, parts.stages());
    }

    /** The project as if this draft were published; not saved. */
    public Project drafted(String reportId) {
        Report draft = draft(reportId).report();
        return draft.equals(report(reportId))
                ? this
                : drafted.computeIfAbsent(reportId, key -> with(parts.with(draft)));
    }

    /**
     * The project of project files on current sources; not saved. Throws {@link ProblemException} with the parts that are
     * no longer valid.
     */
    public Project asIn(ProjectFolder files) {
        return with(FileProjectParts.of(parts, files));
    }

    /** A report as its authors see it. */
    public ReportDraft draft(String reportId) {
        return find("report", reportId, parts.drafts());
    }

    public Map<String, SourceSettings> sources() {
        return parts.sources();
    }

    /** The data transfer policies. */
    public List<DataTransferPolicy> transferPolicies() {
        return parts.transferPolicies();
    }

    public SourceSettings source(String sourceId) {
        return find("source", sourceId, parts.sources());
    }

    public Dialect dialect(String sourceId) {
        return source(sourceId).dialect();
    }

    public Collection<Query> queries() {
        return parts.queries().values();
    }

    public Query query(String queryId) {
        return find("query", queryId, parts.queries());
    }

    /** A query as it runs in this stage: reports read its stored copy if configured and available. */
    public Query queryInStage(String queryId) {
        Query query = query(queryId);
        boolean fromCopy = stage.name().equals(Stage.LIVE)
                && query.asked() instanceof CachePolicy.StoredCopy
                && parametersOfLive(query).isEmpty();
        return fromCopy
                ? CopiesSource.of(id, parts.sources())
                        .map(source -> CopiesSource.reading(source, query, source(source)))
                        .orElse(query)
                : query;
    }

    /** The parameters of a query's published text, and the one that selects its source. */
    public List<String> parametersOfLive(Query query) {
        Set<String> names = new LinkedHashSet<>(queryTextCache.mentioned(
                query.liveText(), dialect(query.sourceId()), queryTextCache.around(parts, query.sourceId())));
        if (query.choosesSource()) {
            names.add(query.sourceParameter());
        }
        return List.copyOf(names);
    }

    public boolean hasQuery(String queryId) {
        return parts.queries().containsKey(queryId);
    }

    /** All parameters by name, in the project's order. */
    public Map<String, ParameterDefinition> parameters() {
        return parts.parameters();
    }

    public ParameterDefinition parameter(String parameterName) {
        return find("parameter", parameterName, parts.parameters());
    }

    public Collection<Report> reports() {
        return parts.reports().values();
    }

    public Report report(String reportId) {
        return find("report", reportId, parts.reports());
    }

    public boolean hasReport(String reportId) {
        return parts.reports().containsKey(reportId);
    }

    private static <T> T find(String what, String wanted, Map<String, T> all) {
        return Optional.ofNullable(all.get(wanted))
                .orElseThrow(() -> new NotFoundException(what, wanted, all.keySet()));
    }

    /** Every unused former name, with the current name. */
    public Map<String, String> formerNames() {
        return parts.formerNames();
    }

    /** A text read by the rules of the query's source. Throws {@link ProblemException} when unreadable. */
    public PreparedQuery prepare(Query query, String text) {
        return prepare(query.sourceId(), text);
    }

    /** A text read by the rules of a source. Throws {@link ProblemException} when unreadable. */
    public PreparedQuery prepare(String sourceId, String text) {
        SourceLanguage.of(source(sourceId).kind()).check(text);
        return queryTextCache.prepare(text, dialect(sourceId), schemaContext(sourceId));
    }

    /** The schema for steps of this source. */
    public SchemaContext schemaContext(String sourceId) {
        return queryTextCache.around(this, sourceId);
    }

    /** Analyzes steps in this project. */
    public StepsAnalysis steps(String sourceId, String text) {
        return FederatedSteps.of(text, dialect(sourceId), schemaContext(sourceId));
    }

    /** The parameters that a query's texts mention, in the draft or live. */
    public Set<String> mentioned(Query query) {
        return graph.mentioned(query.id());
    }

    /** Which parameter needs which: by its formulas, and by the queries of its list and its default. */
    public Dependencies dependencies() {
        return graph.dependencies();
    }

    /** The direct dependencies of one parameter. */
    public Set<String> needs(String parameterName) {
        return graph.needs(parameterName);
    }

    /** The parameters that a parameter's list depends on. */
    public Set<String> parents(ParameterDefinition definition) {
        return graph.live(definition.list().queryId());
    }

    /** The parameters that determine the displayed values of a list: its parents, and those of its row access. */
    public Set<String> behindValues(ParameterDefinition definition) {
        Set<String> names = new LinkedHashSet<>(parents(definition));
        names.addAll(graph.live(definition.rowAccess().queryId()));
        return names;
    }

    /** The parameters of a view's statement: those of its query, the one that limits it, and their dependencies. */
    public Set<String> parametersOf(View view) {
        return graph.ofView(view);
    }

    /** All parameters of a report; viewers can set those that are not computed. */
    public Set<String> parametersOf(Report report) {
        return graph.ofReport(report.id());
    }

    /** The parameters of a report that viewers could choose and are not offered: every run uses their default. */
    public List<ParameterDefinition> notOffered(Report report) {
        Set<String> names = parametersOf(report);
        return parameters().values().stream()
                .filter(definition -> names.contains(definition.name())
                        && !definition.isComputed()
                        && !report.offers(definition.name()))
                .toList();
    }

    /** The usages of a parameter. */
    public List<Usage> uses(String parameterName) {
        return graph.uses(parameterName);
    }

    /** The views of a query, and the lists and defaults it provides. */
    public List<Usage> usesOfQuery(String queryId) {
        return Usages.ofQuery(this, queryId);
    }

    /** The objects that use a source. */
    public List<Usage> usesOfSource(String sourceId) {
        return Usages.ofSource(this, sourceId);
    }
}
