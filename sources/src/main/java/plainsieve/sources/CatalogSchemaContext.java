package plainsieve.sources;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.model.KnownColumn;

/** A source's catalog as the schema of steps. @param texts of other queries, by their ids */
public record CatalogSchemaContext(Catalog catalogue, Map<String, String> texts) implements SchemaContext {
    private Optional<Catalog.Table> table(String name) {
        return catalogue.tables().stream()
                .filter(one -> one.name().equals(name))
                .findFirst();
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return table(table).map(CatalogSchemaContext::columns);
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return table(table).map(CatalogSchemaContext::keys).orElse(List.of());
    }

    @Override
    public Collection<String> tables() {
        return catalogue.tables().stream().map(Catalog.Table::name).toList();
    }

    @Override
    public Optional<String> query(String id) {
        return Optional.ofNullable(texts.get(id));
    }

    @Override
    public Collection<String> queries() {
        return texts.keySet();
    }

    /** The columns of a table as steps know them. */
    public static List<KnownColumn> columns(Catalog.Table table) {
        return table.columns().stream()
                .map(column -> new KnownColumn(
                        column.name(), column.kind().type(), table.nullable().contains(column.name())))
                .toList();
    }

    /** Unique sets of columns: primary keys only, since a unique index may be partial. */
    public static List<Set<String>> keys(Catalog.Table table) {
        return table.indexes().stream()
                .filter(index -> index.primary() && !index.columns().isEmpty())
                .map(index -> index.columns().stream()
                        .map(column -> column.toLowerCase(Locale.ROOT))
                        .collect(Collectors.toSet()))
                .toList();
    }
}
