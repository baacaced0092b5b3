package plainsieve.sources;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Type;

/** What a real catalogue tells steps. @param texts of other queries, by their ids */
record KnownToSteps(Catalogue catalogue, Map<String, String> texts) implements Around {
    KnownToSteps(Catalogue catalogue) {
        this(catalogue, Map.of());
    }

    private Optional<Catalogue.Table> table(String name) {
        return catalogue.tables().stream()
                .filter(one -> one.name().equals(name))
                .findFirst();
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return table(table).map(KnownToSteps::columns);
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return table(table).stream()
                .flatMap(found -> found.indexes().stream())
                .filter(Catalogue.Index::primary)
                .map(index -> index.columns().stream()
                        .map(column -> column.toLowerCase(Locale.ROOT))
                        .collect(Collectors.toSet()))
                .toList();
    }

    @Override
    public Collection<String> tables() {
        return catalogue.tables().stream().map(Catalogue.Table::name).toList();
    }

    @Override
    public Optional<String> query(String id) {
        return Optional.ofNullable(texts.get(id));
    }

    @Override
    public Collection<String> queries() {
        return texts.keySet();
    }

    private static List<KnownColumn> columns(Catalogue.Table table) {
        List<KnownColumn> columns = new ArrayList<>();
        for (Column column : table.columns()) {
            Optional<Type> type =
                    switch (column.kind()) {
                        case TEXT -> Optional.of(Type.TEXT);
                        case INTEGER -> Optional.of(Type.INTEGER);
                        case DECIMAL -> Optional.of(Type.DECIMAL);
                        case DATE -> Optional.of(Type.DATE);
                        case DATETIME -> Optional.of(Type.DATETIME);
                        case BOOLEAN -> Optional.of(Type.BOOLEAN);
                        case OTHER -> Optional.empty();
                    };
            columns.add(new KnownColumn(column.name(), type, table.nullable().contains(column.name())));
        }
        return columns;
    }
}
