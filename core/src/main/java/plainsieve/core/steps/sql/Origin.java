package plainsieve.core.steps.sql;

import plainsieve.core.steps.step.At;

/**
 * The words that a piece of SQL comes from.
 *
 * @param line which line, from 0
 * @param at where in it
 */
public record Origin(int line, At at) {}
