package plainsieve.core.rewrite;

import java.util.Set;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.statement.Placement;

/**
 * The intended changes of a statement, against which verification compares it.
 *
 * @param leftOut the conditions that go
 * @param outcomes what becomes of each parameter, by its token
 * @param view where a view's grouping, sort or limit is put
 * @param limited whether the statement has a row limit from outside its text
 */
record PlannedChanges(Set<Condition.Leaf> leftOut, TokenMap<Placement.Outcome> outcomes, View view, boolean limited) {
    /** Where a view is put. */
    enum View {
        NONE,
        /** A query around the author's. */
        AROUND,
        /** What it shows represents the star of the author's query, and it ends that query. */
        IN_PLACE
    }
}
