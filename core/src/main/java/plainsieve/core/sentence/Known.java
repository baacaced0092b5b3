package plainsieve.core.sentence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.view.OutputColumn;

/**
 * What is known where a sentence is changed.
 *
 * @param columns what the query of the thing gives, in its order
 * @param parameters those that the query and its limits can use, by name
 */
public record Known(List<OutputColumn> columns, Map<String, ParameterDefinition> parameters) {
    public Known {
        columns = List.copyOf(columns);
        parameters = Map.copyOf(parameters);
    }

    Optional<OutputColumn> column(String name) {
        return columns.stream().filter(column -> column.name().equals(name)).findFirst();
    }
}
