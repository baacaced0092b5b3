package plainsieve.core.parameter;

import java.util.List;

/**
 * A column that provides the values of a list or is compared with a parameter.
 *
 * @param schema empty for the default search path
 * @param label a column with display labels; empty to show the value itself
 * @param excluded values removed from the list
 */
public record ColumnReference(
        String sourceId, String schema, String table, String column, String label, List<String> excluded) {
    /** No column. */
    public static final ColumnReference NONE = new ColumnReference("", "", "", "", "", List.of());

    public ColumnReference {
        excluded = List.copyOf(excluded);
    }

    /** Whether source, table and column are named. */
    public boolean isNamed() {
        return !sourceId.isEmpty() && !table.isEmpty() && !column.isEmpty();
    }
}
