/** Reads simple SQL as steps: one table, joins, conditions, groups, an order, a limit. Anything without an exact equivalent is refused. */
package plainsieve.core.steps.convert;
