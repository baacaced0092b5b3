package plainsieve.core.sql;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;

/**
 * An item of a FROM clause.
 *
 * @param name the tokens of a table's or function's name; empty for a subquery
 * @param query the subquery
 * @param alias in the text, with its quotes; empty if there is none
 * @param columns the column aliases, verbatim
 * @param reach whether a filter may be put inside
 */
public record FromItem(
        Kind kind, Span name, Optional<QueryLevel> query, String alias, List<String> columns, Reach reach) {
    /** The source of the rows. */
    public enum Kind {
        TABLE,
        QUERY,
        FUNCTION
    }

    /** Whether rows of this item can be filtered before they are joined without changing the result. */
    public enum Reach {
        INSIDE,
        /** An outer join fills in NULLs for missing rows of this side, so filtering before and after differ. */
        NULL_SUPPLIED,
        /** The result depends on all rows: a sample, a pivot, a positional join or an as-of join. */
        WHOLE
    }

    public FromItem {
        columns = List.copyOf(columns);
    }

    /** The same with a name that precedes it, as in {@code from c: crossings}. */
    FromItem called(String name) {
        return new FromItem(kind, this.name, query, name, columns, reach);
    }

    FromItem reachable(Reach other) {
        return other.compareTo(reach) > 0 ? new FromItem(kind, name, query, alias, columns, other) : this;
    }
}
