package plainsieve.core.parameter;

import java.util.List;

/**
 * A column that provides the values of a list or is compared with a parameter.
 *
 * @param schema empty where the database finds the table on its own
 * @param label a column with what viewers read; empty when it is the value itself
 * @param excluded values that are not on the list
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
