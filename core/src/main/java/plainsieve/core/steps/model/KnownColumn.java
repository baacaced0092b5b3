package plainsieve.core.steps.model;

import java.util.Optional;
import plainsieve.core.value.Type;

/**
 * A column that rows have.
 *
 * @param type of its values; nothing when it is none of ours, or not known
 * @param mayBeEmpty whether a row may have no value in it; true when that is not known
 */
public record KnownColumn(String name, Optional<Type> type, boolean mayBeEmpty) {
    public static KnownColumn of(String name, Type type) {
        return new KnownColumn(name, Optional.of(type), true);
    }

    public KnownColumn called(String other) {
        return new KnownColumn(other, type, mayBeEmpty);
    }
}
