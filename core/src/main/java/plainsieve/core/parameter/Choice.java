package plainsieve.core.parameter;

import java.util.List;
import plainsieve.core.value.Value;

/** The current selection for one parameter. */
public sealed interface Choice {
    /** Nothing selected; the parameter's {@link BlankRule} defines the meaning. */
    record Blank() implements Choice {}

    /** All values of the list; only for multi-value parameters. */
    record All() implements Choice {}

    record One(Value value) implements Choice {}

    /**
     * Several values, optionally with null rows.
     *
     * @param values in the order of selection, without duplicates
     * @param withoutValue whether null rows are selected too
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
