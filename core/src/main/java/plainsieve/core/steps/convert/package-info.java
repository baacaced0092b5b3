/** Converts simple SQL to steps: one table, joins, conditions, groups, an order, a limit. Anything without an exact equivalent is rejected. */
package plainsieve.core.steps.convert;
