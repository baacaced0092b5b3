package plainsieve.core.rewrite;

import java.util.Map;
import java.util.Set;
import plainsieve.core.sql.Condition;
import plainsieve.core.statement.Placement;

/**
 * What was meant to change in a statement, without how: what its check holds it against.
 *
 * @param leftOut the conditions that go
 * @param outcomes what becomes of each parameter, by its token
 * @param around whether a query goes around the author's
 * @param limited whether the statement has a row limit from outside its text
 */
record Planned(
        Set<Condition.Leaf> leftOut, Map<Integer, Placement.Outcome> outcomes, boolean around, boolean limited) {}
