package plainsieve.server.project;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Type;

/**
 * What the steps of a query can speak of: the tables of its source, and the queries that reports send to the same source. The
 * source is asked once, when a table is first spoken of.
 */
final class AroundSteps implements Around {
    private final ProjectParts parts;
    private final KnownTables tables;
    private final String sourceId;
    private Optional<List<KnownTables.Known>> told = Optional.empty();

    AroundSteps(ProjectParts parts, KnownTables tables, String sourceId) {
        this.parts = parts;
        this.tables = tables;
        this.sourceId = sourceId;
    }

    private List<KnownTables.Known> told() {
        if (told.isEmpty()) {
            told = Optional.of(tables.knownTables(sourceId));
        }
        return told.get();
    }

    /* Of tables of one name in two schemas nobody can tell which is meant. */
    private Optional<KnownTables.Known> meant(String schema, String table) {
        List<KnownTables.Known> all = told().stream()
                .filter(one -> one.name().equalsIgnoreCase(table)
                        && (schema.isEmpty() || one.schema().equalsIgnoreCase(schema)))
                .toList();
        return all.size() == 1 ? Optional.of(all.get(0)) : Optional.empty();
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return meant(schema, table).map(KnownTables.Known::columns);
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return meant(schema, table).map(KnownTables.Known::keys).orElse(List.of());
    }

    @Override
    public Collection<String> tables() {
        return told().stream().map(KnownTables.Known::name).toList();
    }

    @Override
    public Optional<String> query(String id) {
        return Optional.ofNullable(parts.queries().get(id))
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
                .map(Query::id)
                .toList();
    }
}
