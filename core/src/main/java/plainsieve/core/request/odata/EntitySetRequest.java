package plainsieve.core.request.odata;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/**
 * The request for one entity set of a statement.
 *
 * @param columns the properties that the statement may use; all if unknown
 * @param filter the conditions that the service evaluates; empty if there are none
 * @param order the requested order; empty if it does not matter
 * @param needed the maximum number of rows; empty for all matching rows
 * @param exact whether the service evaluates all conditions of the reading block
 * @param tested the numbers of the statement's values, from 1, that the service evaluates
 */
public record EntitySetRequest(
        EntitySet set,
        List<EntitySet.Property> columns,
        Optional<String> filter,
        Optional<String> order,
        OptionalLong needed,
        boolean exact,
        Set<Integer> tested) {
    public EntitySetRequest {
        columns = List.copyOf(columns);
        tested = Set.copyOf(tested);
    }
}
