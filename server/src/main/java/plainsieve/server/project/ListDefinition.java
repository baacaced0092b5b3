package plainsieve.server.project;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalogue.ComparedColumn;

/**
 * Where a parameter's values come from.
 *
 * @param kind any, typed, column, or query
 * @param values the values of a typed list
 * @param queryId the query whose first column has the values, whose second, if any, the labels, and whose third, if any,
 *     the counts; else empty
 * @param column the column that has the values; of a typed list, the column it is compared with
 * @param counts whether viewers see how many rows each value has
 * @param keptSeconds how long an answer is taken for fresh; 0 asks each time
 */
public record ListDefinition(
        String kind,
        List<ListedValue> values,
        String queryId,
        ColumnPlace column,
        boolean counts,
        Integer keptSeconds) {
    public static final int KEPT_SECONDS = 300;

    public ListDefinition {
        kind = kind == null ? "any" : kind;
        values = values == null ? List.of() : List.copyOf(values);
        queryId = queryId == null ? "" : queryId;
        column = column == null ? ColumnPlace.NONE : column;
        keptSeconds = keptSeconds == null ? Integer.valueOf(KEPT_SECONDS) : keptSeconds;
    }

    /**
     * A column of a table.
     *
     * @param schema empty where the database finds the table by itself
     * @param label a column with what viewers read; empty when it is the value itself
     * @param except values that are not on the list
     */
    public record ColumnPlace(
            String sourceId, String schema, String table, String column, String label, List<String> except) {
        public static final ColumnPlace NONE = new ColumnPlace("", "", "", "", "", List.of());

        public ColumnPlace {
            except = except == null ? List.of() : List.copyOf(except);
        }

        /** The place of a compared column; nothing when it is not a plain column of one table. */
        public static Optional<ColumnPlace> of(String sourceId, ComparedColumn compared) {
            return compared.table().flatMap(table -> compared.column()
                    .map(name -> new ColumnPlace(sourceId, table.schema(), table.name(), name, "", List.of())));
        }
    }

    public static ListDefinition any() {
        return new ListDefinition("any", List.of(), "", ColumnPlace.NONE, false, KEPT_SECONDS);
    }
}
