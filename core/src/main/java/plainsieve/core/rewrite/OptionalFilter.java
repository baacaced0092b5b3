package plainsieve.core.rewrite;

import java.util.List;
import java.util.Set;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.sql.Condition;
import plainsieve.core.value.Value;

/**
 * An optional filter as people write it by hand: {@code (:p is null or x = :p)}, {@code (:p = 'All' or x in (:p))}. The
 * guards say when nothing is filtered; everything else in the OR filters.
 *
 * <p>The guard is true for every choice that does not filter, which makes the whole OR true, so all of it can go; and
 * false for every choice that does, so the guard can go and the database sees a plain condition that can use an index.
 *
 * @param parameter the name of {@code :p}
 * @param everything the values that represent everything, such as {@code All}
 * @param guards the conditions that test the parameter itself
 * @param conditions every single condition of the OR, the guards too
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
