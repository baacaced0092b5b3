package plainsieve.core.steps.parse;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.KnownColumn;

/**
 * The columns that a step can reference.
 *
 * @param columns of the rows so far; nothing when not all of them are known
 */
public record StepScope(Optional<List<KnownColumn>> columns) {
    /** Where nothing is known of the rows. */
    public static final StepScope UNKNOWN = new StepScope(Optional.empty());

    public StepScope {
        columns = columns.map(List::copyOf);
    }

    /** The column of that name, ignoring case; among names that differ in case only, the exact one. */
    Optional<KnownColumn> column(String name) {
        List<KnownColumn> all = columns.orElse(List.of());
        return all.stream()
                .filter(column -> column.name().equals(name))
                .findFirst()
                .or(() -> all.stream()
                        .filter(column -> column.name().equalsIgnoreCase(name))
                        .findFirst());
    }

    /** Whether a word is certainly not a column. */
    boolean hasNot(String name) {
        return columns.isPresent() && column(name).isEmpty();
    }
}
