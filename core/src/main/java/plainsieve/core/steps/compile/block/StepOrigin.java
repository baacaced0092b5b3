package plainsieve.core.steps.compile.block;

import plainsieve.core.steps.model.LineSpan;

/**
 * The words of a step from which a piece of SQL was generated.
 *
 * @param line which line, from 0
 * @param at where in it
 */
public record StepOrigin(int line, LineSpan at) {}
