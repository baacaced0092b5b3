package plainsieve.core.steps.compile.block;

import plainsieve.core.steps.model.LineSpan;

/**
 * The words of a step from which a piece of SQL was generated.
 *
 * @param line the line number, from 0
 * @param at the range in the line
 */
public record StepOrigin(int line, LineSpan at) {}
