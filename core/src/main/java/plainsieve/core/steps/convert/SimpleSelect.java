package plainsieve.core.steps.convert;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;

/**
 * What a simple query says, clause by clause.
 *
 * @param items what it gives; none where that is every column of one table, and they are not known
 * @param joins one for each table but the first
 * @param limit a number or a parameter, as it is written
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

    /** @param same columns of one name by which it is joined; none where there is a condition */
    record Join(boolean kept, List<String> same, Optional<StepCondition> on) {}

    /** @param keys none for one row of everything */
    record Grouping(List<StepExpression> keys, Optional<StepCondition> having) {}

    /**
     * @param item the number of an item that is meant by its name or number; -1 where something is computed
     * @param emptyLast whether it is stated that rows without a value come last
     */
    record Order(int item, Optional<StepExpression> value, boolean largestFirst, boolean emptyLast) {}
}
