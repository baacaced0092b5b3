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
 * @param needs the parameters that its list follows
 * @param queries those of the project, in its order
 * @param columns whose values could be its list, the likely ones first; needed only where a list is changed
 * @param claims what a service that people sign in with says of them
 * @param today the day in the time zone of the project
 */
public record ParameterContext(
        Map<String, ParameterDefinition> parameters,
        List<String> needs,
        List<NamedQuery> queries,
        List<ListColumn> columns,
        List<String> claims,
        LocalDate today) {
    /** A query and what it is called. */
    public record NamedQuery(String id, String name) {}

    public ParameterContext {
        parameters = Map.copyOf(parameters);
        needs = List.copyOf(needs);
        queries = List.copyOf(queries);
        columns = List.copyOf(columns);
        claims = List.copyOf(claims);
    }

    /** What a query is called; its id when the project has it no more. */
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
