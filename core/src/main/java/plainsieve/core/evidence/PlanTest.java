package plainsieve.core.evidence;

import java.util.Set;

/**
 * One test that a plan makes.
 *
 * @param condition what is tested, in the database's own words
 * @param placeholders which placeholders of the statement go into it, from 1; empty where the plan shows values instead
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
