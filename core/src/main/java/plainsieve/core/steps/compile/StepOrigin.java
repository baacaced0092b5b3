package plainsieve.core.steps.compile;

import plainsieve.core.steps.model.LineSpan;

/**
 * The words that a piece of SQL comes from.
 *
 * @param line which line, from 0
 * @param at where in it
 */
public record StepOrigin(int line, LineSpan at) {}
