package plainsieve.core.evidence;

import plainsieve.core.statement.Placement;

/**
 * Where one parameter was evaluated at one of its placements.
 *
 * @param placement the place
 * @param planStep the piece of the database's own plan that shows it; empty when nothing is claimed
 * @param step the step of the plan that does it
 */
public record Verdict(Placement placement, ExecutionSite where, String planStep, PlanStep step) {}
