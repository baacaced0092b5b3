package plainsieve.core.evidence;

import java.util.Set;

/**
 * A test in a plan.
 *
 * @param condition in the database's notation
 * @param placeholders numbers of the statement's placeholders in it, from 1; empty if the plan shows values instead
 */
public record PlanTest(ExecutionSite where, String condition, Set<Integer> placeholders, PlanStep step) {
    public PlanTest {
        placeholders = Set.copyOf(placeholders);
    }

    static PlanTest of(ExecutionSite executionSite, String condition, PlanStep step) {
        return new PlanTest(executionSite, condition, Set.of(), step);
    }

    /** The piece of plan that proves it. */
    String proof() {
        return condition.isEmpty() ? step.inWords() : step.inWords() + ": " + condition;
    }
}
