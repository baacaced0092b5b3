package plainsieve.server.definitions.project;

import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.ReportDraft;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.definitions.ProjectRow;
import plainsieve.server.records.definitions.ProjectTables;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.server.records.definitions.StateRecords;
import plainsieve.server.records.definitions.TransferPolicyRow;
import plainsieve.sources.SourceSettings;

/**
 * The projects of this server, each built once per database state. The cached state was read outside any transaction while the
 * state number was stable, so uncommitted data is never visible.
 */
@Service
public class Projects {
    private final StateRecords states;
    private final ProjectTables tables;
    private final StoredForms forms;
    private final QueryTextCache queryTextCache;
    private volatile State last = State.NONE;

    /** All tables in one state of the records. Rows are values, so unchanged ones are equal. */
    private record RecordRows(
            List<ProjectRow> projects,
            List<SourceRow> sources,
            List<DefinitionRow> definitions,
            List<TransferPolicyRow> transferPolicies) {
        /** The rows of one project. */
        RecordRows of(ProjectRow project) {
            return new RecordRows(
                    List.of(project),
                    sources.stream().filter(row -> row.isFor(project.id())).toList(),
                    definitions.stream()
                            .filter(row -> row.projectId().equals(project.id()))
                            .toList(),
                    transferPolicies.stream()
                            .filter(row -> row.projectId().equals(project.id()))
                            .toList());
        }

        Stream<DefinitionRow> ofKind(DefinitionKind kind) {
            return definitions.stream().filter(row -> row.kind() == kind);
        }
    }

    private record Built(RecordRows from, Project project) {}

    private record State(long number, Map<String, Built> projects) {
        private static final State NONE = new State(-1, Map.of());
    }

    Projects(StateRecords states, ProjectTables tables, StoredForms forms, QueryTextCache queryTextCache) {
        this.states = states;
        this.tables = tables;
        this.forms = forms;
        this.queryTextCache = queryTextCache;
    }

    /** All current projects, oldest first. */
    public List<Project> all() {
        return state().projects().values().stream().map(Built::project).toList();
    }

    /** A current project. Throws {@link NotFoundException} if there is none with this ID. */
    public Project get(String id) {
        Map<String, Built> built = state().projects();
        return Optional.ofNullable(built.get(id))
                .orElseThrow(() -> new NotFoundException("project", id, built.keySet()))
                .project();
    }

    /** An empty project on one source; not saved. */
    public Project onOne(String sourceId, SourceSettings source) {
        ProjectParts parts =
                new ProjectParts(Map.of(sourceId, source), Map.of(), Map.of(), Map.of(), Map.of(), List.of(), Map.of());
        return new Project(sourceId, sourceId, parts, queryTextCache);
    }

    /** The default project of URLs without one: the oldest. */
    public Project first() {
        return all().get(0);
    }

    private State state() {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            // Uncommitted changes may be rolled back: this state is built for the transaction only.
            return new State(-1, built(rows(), last.projects()));
        }
        State known = last;
        return known.number() == states.number() ? known : rebuilt();
    }

    /* One at a time: concurrent callers find it built. */
    private synchronized State rebuilt() {
        State known = last;
        long number = states.number();
        while (known.number() != number) {
            RecordRows rows = rows();
            long after = states.numberNow();
            if (after == number) {
                known = new State(number, built(rows, known.projects()));
                last = known;
            }
            number = after;
        }
        return known;
    }

    private RecordRows rows() {
        return new RecordRows(
                tables.projects().all(),
                tables.sources().all(),
                tables.definitions().ofProjects(),
                tables.transferPolicies().all());
    }

    /* A project with unchanged rows is reused: changing one does not rebuild the others. */
    private Map<String, Built> built(RecordRows rows, Map<String, Built> before) {
        Map<String, SourceSettings> settings = new LinkedHashMap<>();
        rows.sources().forEach(row -> settings.put(row.id(), forms.settings(row)));
        Map<String, Built> all = new LinkedHashMap<>();
        for (ProjectRow row : rows.projects()) {
            RecordRows mine = rows.of(row);
            Built known = before.get(row.id());
            boolean same = known != null && known.from().equals(mine);
            all.put(row.id(), same ? known : new Built(mine, project(row, mine, settings, known)));
        }
        return all;
    }

    private Project project(ProjectRow row, RecordRows rows, Map<String, SourceSettings> settings, Built before) {
        Set<DefinitionRow> unchanged =
                before == null ? Set.of() : new HashSet<>(before.from().definitions());
        Map<String, Query> queriesById = new LinkedHashMap<>();
        rows.ofKind(DefinitionKind.QUERY)
                .map(query -> unchanged.contains(query) ? before.project().query(query.id()) : forms.query(query))
                .sorted(Comparator.comparing(Query::name).thenComparing(Query::id))
                .forEach(query -> queriesById.put(query.id(), query));
        Map<String, ParameterDefinition> byName = new LinkedHashMap<>();
        rows.ofKind(DefinitionKind.PARAMETER)
                .forEach(parameter -> byName.put(
                        parameter.id(),
                        unchanged.contains(parameter)
                                ? before.project().parameter(parameter.id())
                                : forms.parameter(parameter)));
        Map<String, Report> reportsById = new LinkedHashMap<>();
        Map<String, ReportDraft> drafts = new LinkedHashMap<>();
        rows.ofKind(DefinitionKind.REPORT).forEach(report -> {
            boolean same = unchanged.contains(report);
            reportsById.put(report.id(), same ? before.project().report(report.id()) : forms.report(report));
            drafts.put(report.id(), same ? before.project().draft(report.id()) : forms.draft(report));
        });
        Map<String, SourceSettings> mine = new LinkedHashMap<>();
        rows.sources().forEach(source -> mine.put(source.id(), settings.get(source.id())));
        List<DataTransferPolicy> travels = rows.transferPolicies().stream()
                .map(travel -> new DataTransferPolicy(travel.fromSource(), travel.toSource(), travel.allowed()))
                .toList();
        Map<String, Stage> stages = new TreeMap<>();
        rows.ofKind(DefinitionKind.STAGE).forEach(stage -> stages.put(stage.id(), forms.stage(stage)));
        ProjectParts parts = new ProjectParts(mine, queriesById, byName, reportsById, drafts, travels, stages);
        return new Project(row.id(), row.name(), parts, queryTextCache);
    }
}
