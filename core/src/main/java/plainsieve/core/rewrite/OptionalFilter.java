package plainsieve.core.rewrite;

import java.util.List;
import java.util.Set;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.sql.Condition;
import plainsieve.core.value.Value;

/**
 * A manually written optional filter: {@code (:p is null or x = :p)}, {@code (:p = 'All' or x in (:p))}. The
 * guards disable the filter; every other operand of the OR filters.
 *
 * <p>The guard is true for every unfiltered choice, which makes the whole OR true, so it can be omitted; and
 * false for every other choice, so the guard can be removed and the database gets a plain condition that can use an index.
 *
 * @param parameter the name of {@code :p}
 * @param everything the values that mean all, such as {@code All}
 * @param guards the conditions on the parameter itself
 * @param conditions every condition of the OR including the guards
 */
record OptionalFilter(
        String parameter, Set<String> everything, List<Condition.Leaf> guards, List<Condition.Leaf> conditions) {
    OptionalFilter {
        everything = Set.copyOf(everything);
        guards = List.copyOf(guards);
        conditions = List.copyOf(conditions);
    }

    /** The conditions that this choice leaves out. */
    List<Condition.Leaf> leftOut(Choices choices) {
        return filtersNothing(choices) ? conditions : guards;
    }

    private boolean filtersNothing(Choices choices) {
        Choice choice = choices.of(parameter);
        if (choice.isBlank()) {
            return choices.parameter(parameter).blankRule() == BlankRule.NO_FILTER;
        }
        if (choice instanceof Choice.All) {
            return !choices.parameter(parameter).sendEach();
        }
        return choice instanceof Choice.One one
                ? isEverything(one.value())
                : ((Choice.Many) choice).values().stream().anyMatch(this::isEverything);
    }

    private boolean isEverything(Value value) {
        return everything.contains(value.written());
    }
}
