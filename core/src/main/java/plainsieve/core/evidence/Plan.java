package plainsieve.core.evidence;

import java.util.List;

/**
 * A plan of any database in a common form.
 *
 * @param steps all steps, outer ones before their inputs
 * @param limit the effect of the outermost row limit: {@link ExecutionSite#STOPS_EARLY}, {@link ExecutionSite#AFTER_SORTING}, or not known
 * @param limitPlanStep the part of the plan that shows it
 */
public record Plan(List<PlanStep> steps, List<PlanTest> tests, ExecutionSite limit, String limitPlanStep) {
    public Plan {
        steps = List.copyOf(steps);
        tests = List.copyOf(tests);
    }

    /** Each step as one line. */
    public List<String> inWords() {
        return steps.stream().map(PlanStep::inWords).toList();
    }
}
