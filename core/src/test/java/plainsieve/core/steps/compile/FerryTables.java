package plainsieve.core.steps.compile;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Type;

/** Tables of the ferries and a few queries as seen by steps. @param parameters their types */
public record FerryTables(boolean known, Map<String, String> texts, Map<String, Type> parameters)
        implements SchemaContext {
    private static final Map<String, List<KnownColumn>> TABLES = Map.of(
            "crossings",
            List.of(
                    KnownColumn.of("crossing_id", Type.INTEGER),
                    KnownColumn.of("route_id", Type.INTEGER),
                    KnownColumn.of("vessel_id", Type.INTEGER),
                    KnownColumn.of("port_id", Type.INTEGER),
                    KnownColumn.of("departed_at", Type.DATETIME),
                    KnownColumn.of("state", Type.TEXT),
                    KnownColumn.of("delay_min", Type.INTEGER),
                    KnownColumn.of("passengers", Type.INTEGER),
                    KnownColumn.of("wave_height_m", Type.DECIMAL)),
            "ports",
            List.of(
                    KnownColumn.of("port_id", Type.INTEGER),
                    KnownColumn.of("name", Type.TEXT),
                    KnownColumn.of("island", Type.TEXT)),
            "vessels",
            List.of(KnownColumn.of("vessel_id", Type.INTEGER), KnownColumn.of("name", Type.TEXT)));

    private static final Map<String, String> QUERIES = Map.of(
            "late",
            "steps 1\nfrom crossings\nwhere delay_min > :min",
            "worst",
            String.join(
                    "\n",
                    "steps 1",
                    "from crossings",
                    "join ports on port_id, adding island; keep only matching rows",
                    "where island = :island and departed_at is on :day",
                    "group by state: count of rows as n",
                    "first 1 rows by n desc"),
            "on-island",
            "select count(*) as n from ports p where island = :island -- those of one",
            "round",
            "steps 1\nfrom query 'round'");

    FerryTables(boolean known, Map<String, String> texts) {
        this(known, texts, Map.of());
    }

    public static FerryTables all() {
        return new FerryTables(true, QUERIES);
    }

    /** A source without table metadata. */
    public static FerryTables unknown() {
        return new FerryTables(false, QUERIES);
    }

    /** With the type of a parameter. */
    FerryTables ofType(String parameter, Type type) {
        return new FerryTables(known, texts, Map.of(parameter, type));
    }

    @Override
    public Optional<Type> parameter(String name) {
        return Optional.ofNullable(parameters.get(name));
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return known ? Optional.ofNullable(TABLES.get(table)) : Optional.empty();
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return known ? List.of(Set.of(table.substring(0, table.length() - 1) + "_id")) : List.of();
    }

    @Override
    public Collection<String> tables() {
        return known ? TABLES.keySet() : List.of();
    }

    @Override
    public Optional<String> query(String id) {
        return Optional.ofNullable(texts.get(id));
    }

    @Override
    public Collection<String> queries() {
        return texts.keySet();
    }
}
