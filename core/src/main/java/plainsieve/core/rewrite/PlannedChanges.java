package plainsieve.core.rewrite;

import java.util.Set;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.statement.Placement;

/**
 * The intended changes of a statement, against which verification compares it.
 *
 * @param leftOut the omitted conditions
 * @param outcomes the outcome of each parameter, by its token
 * @param view where a view's grouping, sort or limit is added
 * @param limited whether the statement has a row limit beyond its text
 */
record PlannedChanges(Set<Condition.Leaf> leftOut, TokenMap<Placement.Outcome> outcomes, View view, boolean limited) {
    /** Where a view is added. */
    enum View {
        NONE,
        /** A query around the author's. */
        AROUND,
        /** In place of the star and at the end of the author's query. */
        IN_PLACE
    }
}
