package plainsieve.core.evidence;

import java.util.OptionalDouble;

/**
 * One step of a plan.
 *
 * @param name what the database calls it: {@code Index Scan}
 * @param table the table that is read; empty when none is
 * @param alias the name of that table in the statement, where the plan tells
 * @param index the index that is used; empty when none is
 * @param estimated how many rows the database expects to come out
 * @param actual how many came out, over all its loops; only in a measured plan
 * @param read how many were read to give them; only in a measured plan
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

    /** The step in one line, as a database person would say it. */
    public String inWords() {
        String how = index.isEmpty() ? name : name + " by " + index;
        if (table.isEmpty()) {
            return how;
        }
        return alias.isEmpty() || alias.equals(table) ? how + " on " + table : how + " on " + table + " " + alias;
    }
}
