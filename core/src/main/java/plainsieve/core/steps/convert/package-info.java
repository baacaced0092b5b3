/** Reads simple SQL as steps: one table, joins, conditions, groups, an order, a limit. What is not exactly the same is refused. */
package plainsieve.core.steps.convert;
