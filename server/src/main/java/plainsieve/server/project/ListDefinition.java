package plainsieve.server.project;

import java.util.List;

/**
 * Where a parameter's values come from.
 *
 * @param kind any, typed, or query
 * @param values the values of a typed list
 * @param queryId the query whose first column has the values and whose second, if any, the labels; else empty
 */
public record ListDefinition(String kind, List<ListedValue> values, String queryId) {
    public ListDefinition {
        values = List.copyOf(values);
    }

    public static ListDefinition any() {
        return new ListDefinition("any", List.of(), "");
    }

    public static ListDefinition ofQuery(String queryId) {
        return new ListDefinition("query", List.of(), queryId);
    }
}
