package plainsieve.core.catalog;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * All columns of tables, each with its type and collation as the source reports them, in lower case. An unqualified table name that occurs in
 * several schemas is ambiguous and treated as unknown.
 */
public record TableColumns(Map<String, Map<String, TableColumns.Column>> tables) {
    public TableColumns {
        tables = Map.copyOf(tables);
    }

    /** No facts, for use without a source. */
    public static TableColumns none() {
        return new TableColumns(Map.of());
    }

    /** A table of a source. @param schema empty if there is none */
    public record Table(String schema, String name, List<Column> columns) {}

    /**
     * @param type in the notation of the source
     * @param collation of text columns; empty if the source does not report one
     */
    public record Column(String name, String type, Optional<String> collation) {
        private Column inLowerCase() {
            return new Column(lower(name), lower(type), collation.map(TableColumns::lower));
        }
    }

    public static TableColumns of(List<Table> all) {
        Map<String, Map<String, Column>> tables = new HashMap<>();
        Set<String> ambiguous = new HashSet<>();
        for (Table table : all) {
            Map<String, Column> columns = new HashMap<>();
            table.columns().forEach(column -> columns.put(lower(column.name()), column.inLowerCase()));
            tables.put(lower(table.schema()) + "." + lower(table.name()), columns);
            if (tables.put(lower(table.name()), columns) != null) {
                ambiguous.add(lower(table.name()));
            }
        }
        ambiguous.forEach(tables::remove);
        return new TableColumns(tables);
    }

    /** The columns by their names. @param schema empty where the query names none */
    public Optional<Map<String, Column>> of(String schema, String table) {
        String key = schema.isEmpty() ? lower(table) : lower(schema) + "." + lower(table);
        return Optional.ofNullable(tables.get(key));
    }

    private static String lower(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}
