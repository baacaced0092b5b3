package plainsieve.core.request.odata;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/**
 * The request for one entity set of a statement.
 *
 * @param columns the properties that the statement can need; all of them where that cannot be reported
 * @param filter the conditions that the service tests; nothing when there are none
 * @param order how rows are ordered there; nothing when it does not matter
 * @param needed how many rows are needed at the most; nothing when all that match are
 * @param exact whether the service tests rows by all that the part of the statement that reads them tests them by
 * @param tested the values of the statement, from 1, that the service tests rows by
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
