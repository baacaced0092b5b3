package plainsieve.core.steps.federated;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Type;

/**
 * The ferries' tables at the source {@code harbour}, with queries of other sources: {@code picked} of a workbook and {@code tides} of
 * a service; and {@code round-about}, which is being resolved already.
 *
 * @param travels the sources between which keys may be transferred
 */
record FederatedSchema(FerryTables own, Map<String, RemoteQuery> others, Map<String, Set<String>> travels)
        implements SchemaContext {
    static final String TIDES = "request 1\nget /tides?station=:station\n";

    private static final String PICKED = "select vessel_id, note from vessels_of_office";

    static FederatedSchema all() {
        SchemaContext office = SchemaContext.among(Map.of("picked", PICKED, "ports", PICKED));
        return new FederatedSchema(
                FerryTables.all(),
                Map.of(
                        "picked",
                        new RemoteQuery(
                                "office",
                                Dialects.of("duckdb"),
                                PICKED,
                                Optional.of(List.of(
                                        KnownColumn.of("vessel_id", Type.INTEGER),
                                        KnownColumn.of("note", Type.TEXT),
                                        KnownColumn.of("since", Type.DATE))),
                                office),
                        "tides",
                        new RemoteQuery(
                                "sea",
                                Dialects.of("duckdb"),
                                TIDES,
                                Optional.of(List.of(
                                        KnownColumn.of("port_id", Type.INTEGER),
                                        KnownColumn.of("height_m", Type.DECIMAL))),
                                SchemaContext.nothing())),
                Map.of("office", Set.of("harbour")));
    }

    @Override
    public String source() {
        return "harbour";
    }

    @Override
    public Optional<RemoteQuery> elsewhere(String id) {
        if (id.equals("round-about")) {
            throw RemoteQuery.circle(id);
        }
        return Optional.ofNullable(others.get(id));
    }

    @Override
    public Map<String, String> queriesElsewhere() {
        Map<String, String> sources = new HashMap<>();
        others.forEach((id, remoteQuery) -> sources.put(id, remoteQuery.source()));
        return sources;
    }

    @Override
    public boolean mayTravel(String from, String to) {
        return travels.getOrDefault(from, Set.of()).contains(to);
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return own.columns(schema, table);
    }

    @Override
    public Collection<String> tables() {
        return own.tables();
    }

    @Override
    public Optional<String> query(String id) {
        return own.query(id);
    }

    @Override
    public Collection<String> queries() {
        return own.queries();
    }
}
