package plainsieve.core.evidence;

import plainsieve.core.statement.Placement;

/**
 * Where one parameter was evaluated at one of its placements.
 *
 * @param placement the position
 * @param planStep the part of the database's plan that shows it; empty for "not known"
 * @param step the step of the plan that evaluates it
 */
public record Verdict(Placement placement, ExecutionSite where, String planStep, PlanStep step) {}
