package plainsieve.core.sentence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.view.OutputColumn;

/**
 * What is known where a sentence is changed.
 *
 * @param columns what the query of the thing gives, in its order
 * @param parameters those of the project, by name
 * @param mentioned the parameters that the query's rows depend on
 * @param missing the functions that the query's database does not have
 */
public record Known(
        List<OutputColumn> columns,
        Map<String, ParameterDefinition> parameters,
        Set<String> mentioned,
        Set<Measure.Function> missing) {
    public Known {
        columns = List.copyOf(columns);
        parameters = Map.copyOf(parameters);
        mentioned = Set.copyOf(mentioned);
        missing = Set.copyOf(missing);
    }

    Optional<OutputColumn> column(String name) {
        return columns.stream().filter(column -> column.name().equals(name)).findFirst();
    }
}
