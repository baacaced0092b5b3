package plainsieve.core.parameter;

import java.util.List;
import plainsieve.core.value.Value;

/** The current selection for one parameter. */
public sealed interface Choice {
    /** Nothing chosen; the parameter's {@link BlankRule} says what that means. */
    record Blank() implements Choice {}

    /** Everything on the list; only for parameters that take many values. */
    record All() implements Choice {}

    record One(Value value) implements Choice {}

    /**
     * Several values, and perhaps the rows without a value next to them.
     *
     * @param values in the order chosen, without repeats
     * @param withoutValue whether rows whose column is NULL are chosen too
     */
    record Many(List<Value> values, boolean withoutValue) implements Choice {
        public Many {
            values = List.copyOf(values);
        }
    }

    /** Whether this is {@link Blank}. */
    default boolean isBlank() {
        return this instanceof Blank;
    }
}
