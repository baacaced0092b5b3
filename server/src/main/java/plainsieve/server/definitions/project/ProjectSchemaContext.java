package plainsieve.server.definitions.project;

import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.model.Query;

/**
 * The schema of a query's steps: the tables of its source and the queries of the project. Loads the source's tables when first
 * referenced.
 */
final class ProjectSchemaContext implements SchemaContext {
    private final ProjectParts parts;
    private final KnownSchema known;
    private final String sourceId;
    private final Set<String> path;
    private Optional<List<TableCache.CachedTable>> knownTables = Optional.empty();

    ProjectSchemaContext(ProjectParts parts, KnownSchema known, String sourceId) {
        this(parts, known, sourceId, Set.of());
    }

    /** @param path the queries being resolved, for cycle detection */
    private ProjectSchemaContext(ProjectParts parts, KnownSchema known, String sourceId, Set<String> path) {
        this.parts = parts;
        this.known = known;
        this.sourceId = sourceId;
        this.path = path;
    }

    /** The problems found so far. */
    record KnownSchema(TableCache tables, Function<Query, Optional<List<KnownColumn>>> columns) {}

    @Override
    public String source() {
        return sourceId;
    }

    @Override
    public Optional<RemoteQuery> elsewhere(String name) {
        return parts.queryReferenced(name).flatMap(query -> elsewhere(query, name));
    }

    private Optional<RemoteQuery> elsewhere(Query query, String name) {
        if (path.contains(query.id())) {
            throw RemoteQuery.circle(name);
        }
        if (query.choosesSource() && !query.sourceId().equals(sourceId)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "The source of query “%s” is chosen by a parameter, so its rows cannot be used here."
                            .formatted(name),
                    "Use a query with a fixed source."));
        }
        Set<String> deeper = new HashSet<>(path);
        deeper.add(query.id());
        String text = query.liveText();
        ProjectSchemaContext around = new ProjectSchemaContext(parts, known, query.sourceId(), deeper);
        if (query.sourceId().equals(sourceId) && !FederatedSteps.isOne(text, around)) {
            return Optional.empty();
        }
        Optional<List<KnownColumn>> columns =
                StepLines.isSteps(text) ? Optional.empty() : known.columns().apply(query);
        return Optional.of(new RemoteQuery(
                query.sourceId(), parts.sources().get(query.sourceId()).dialect(), text, columns, around));
    }

    @Override
    public boolean mayTravel(String from, String to) {
        return from.equals(to) || parts.transferPolicies().contains(new DataTransferPolicy(from, to, true));
    }

    private List<TableCache.CachedTable> knownTables() {
        if (knownTables.isEmpty()) {
            knownTables = Optional.of(known.tables().knownTables(sourceId));
        }
        return knownTables.get();
    }

    /* A table name in two schemas is ambiguous. */
    private Optional<TableCache.CachedTable> meant(String schema, String table) {
        List<TableCache.CachedTable> all = knownTables().stream()
                .filter(one -> one.name().equalsIgnoreCase(table)
                        && (schema.isEmpty() || one.schema().equalsIgnoreCase(schema)))
                .toList();
        return all.size() == 1 ? Optional.of(all.get(0)) : Optional.empty();
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return meant(schema, table).map(TableCache.CachedTable::columns);
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return meant(schema, table).map(TableCache.CachedTable::keys).orElse(List.of());
    }

    @Override
    public Collection<String> tables() {
        return knownTables().stream().map(TableCache.CachedTable::name).toList();
    }

    @Override
    public Optional<String> query(String name) {
        return parts.queryReferenced(name)
                .filter(query -> query.sourceId().equals(sourceId))
                .map(Query::liveText);
    }

    @Override
    public Optional<Type> parameter(String name) {
        return Optional.ofNullable(parts.parameters().get(name)).map(ParameterDefinition::type);
    }

    @Override
    public Collection<String> queries() {
        return parts.queries().values().stream()
                .filter(query -> query.sourceId().equals(sourceId))
                .map(parts::referenceTo)
                .toList();
    }

    @Override
    public Map<String, String> queriesElsewhere() {
        Map<String, String> others = new LinkedHashMap<>();
        parts.queries().values().stream()
                .filter(query -> !query.sourceId().equals(sourceId))
                .forEach(query -> others.put(parts.referenceTo(query), query.sourceId()));
        return others;
    }
}
