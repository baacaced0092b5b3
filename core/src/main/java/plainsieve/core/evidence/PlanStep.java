package plainsieve.core.evidence;

import java.util.OptionalDouble;

/**
 * One step of a plan.
 *
 * @param name in the terms of the database: {@code Index Scan}
 * @param table the table that is read; empty if none
 * @param alias the alias of that table in the statement, if the plan shows it
 * @param index the index that is used; empty if none
 * @param estimated the number of output rows estimated by the database
 * @param actual the number of output rows over all loops; only in a measured plan
 * @param read the number of rows read; only in a measured plan
 */
public record PlanStep(
        String name,
        String table,
        String alias,
        String index,
        OptionalDouble estimated,
        OptionalDouble actual,
        OptionalDouble read) {

    /** A request to a service, and how many rows resulted. */
    public static PlanStep fetched(String request, long rows) {
        return new PlanStep(
                request, "", "", "", OptionalDouble.empty(), OptionalDouble.of(rows), OptionalDouble.of(rows));
    }

    /** A step of which nothing but its name is known. */
    public static PlanStep named(String name) {
        return new PlanStep(name, "", "", "", OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty());
    }

    /** The step in one line, in the terms of the database. */
    public String inWords() {
        String how = index.isEmpty() ? name : name + " by " + index;
        if (table.isEmpty()) {
            return how;
        }
        return alias.isEmpty() || alias.equals(table) ? how + " on " + table : how + " on " + table + " " + alias;
    }
}
