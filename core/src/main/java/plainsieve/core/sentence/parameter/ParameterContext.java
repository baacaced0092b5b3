package plainsieve.core.sentence.parameter;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;

/**
 * The parameters, queries and columns that are known where a parameter is edited.
 *
 * @param parameters those of the project, by name
 * @param needs the parameters that its list depends on
 * @param queries those of the project, in order
 * @param columns candidates for its list, likely ones first; needed only where a list is edited
 * @param claims claims of the identity provider
 * @param today the date in the time zone of the project
 */
public record ParameterContext(
        Map<String, ParameterDefinition> parameters,
        List<String> needs,
        List<NamedQuery> queries,
        List<ListColumn> columns,
        List<String> claims,
        LocalDate today) {
    /** The ID and name of a query. */
    public record NamedQuery(String id, String name) {}

    public ParameterContext {
        parameters = Map.copyOf(parameters);
        needs = List.copyOf(needs);
        queries = List.copyOf(queries);
        columns = List.copyOf(columns);
        claims = List.copyOf(claims);
    }

    /** The name of a query; its ID if it no longer exists. */
    String queryName(String id) {
        return queries.stream()
                .filter(query -> query.id().equals(id))
                .map(NamedQuery::name)
                .findFirst()
                .orElse(id);
    }

    /** The parameter whose range this one ends. */
    Optional<String> beginning(String end) {
        return parameters.values().stream()
                .filter(other -> other.rangeEnd().equals(end))
                .map(ParameterDefinition::name)
                .findFirst();
    }
}
