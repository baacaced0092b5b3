package plainsieve.server.project;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.step.KnownColumn;

/** What the steps of a query can speak of: the tables of its source, and the queries that reports send to the same source. */
final class AroundSteps implements Around {
    private final ProjectParts parts;
    private final KnownTables tables;
    private final String sourceId;

    AroundSteps(ProjectParts parts, KnownTables tables, String sourceId) {
        this.parts = parts;
        this.tables = tables;
        this.sourceId = sourceId;
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return tables.columns(sourceId, schema, table);
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return tables.keys(sourceId, schema, table);
    }

    @Override
    public Collection<String> tables() {
        return tables.tableNames(sourceId);
    }

    @Override
    public Optional<String> query(String id) {
        return Optional.ofNullable(parts.queries().get(id))
                .filter(query -> query.sourceId().equals(sourceId))
                .map(Query::liveText);
    }

    @Override
    public Collection<String> queries() {
        return parts.queries().values().stream()
                .filter(query -> query.sourceId().equals(sourceId))
                .map(Query::id)
                .toList();
    }
}
