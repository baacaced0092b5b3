package plainsieve.core.steps.convert;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;

/**
 * The clauses of a simple query.
 *
 * @param items the outputs; empty for all columns of one table if they are unknown
 * @param joins one for each table after the first
 * @param limit a number or a parameter, verbatim
 */
record SimpleSelect(
        boolean distinct,
        List<Item> items,
        List<Join> joins,
        Optional<StepCondition> where,
        Optional<Grouping> grouping,
        List<Order> order,
        Optional<String> limit) {

    record Item(StepExpression value, String name) {}

    /** @param same the columns of USING; empty with a condition */
    record Join(boolean kept, List<String> same, Optional<StepCondition> on) {}

    /** @param keys empty for a grand total */
    record Grouping(List<StepExpression> keys, Optional<StepCondition> having) {}

    /**
     * @param item the index of an item referenced by name or ordinal; -1 for an expression
     * @param emptyLast whether NULLS LAST is explicit
     */
    record Order(int item, Optional<StepExpression> value, boolean largestFirst, boolean emptyLast) {}
}
