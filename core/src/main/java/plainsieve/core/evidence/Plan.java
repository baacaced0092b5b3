package plainsieve.core.evidence;

import java.util.List;

/**
 * A plan of any database in one form.
 *
 * @param steps every step, outer ones before those they take their rows from
 * @param limit what the outermost row limit does: {@link ExecutionSite#STOPS_EARLY}, {@link ExecutionSite#AFTER_SORTING}, or not known
 * @param limitPlanStep the piece of plan that tells
 */
public record Plan(List<PlanStep> steps, List<PlanTest> tests, ExecutionSite limit, String limitPlanStep) {
    public Plan {
        steps = List.copyOf(steps);
        tests = List.copyOf(tests);
    }

    /** Every step in one line each. */
    public List<String> inWords() {
        return steps.stream().map(PlanStep::inWords).toList();
    }
}
