package plainsieve.core.sql;

import java.util.Optional;
import plainsieve.core.sql.lexer.Span;

/**
 * One clause of a query block.
 *
 * @param keyword the first token of the clause
 * @param body the tokens after its keywords
 * @param condition the condition, for clauses that have one
 */
public record Clause(Kind kind, int keyword, Span body, Optional<Condition> condition) {
    /** The kind of clause. ON and FILTER are inside other clauses; they are clauses here because they contain conditions. */
    public enum Kind {
        SELECT,
        FROM,
        WHERE,
        GROUP_BY,
        HAVING,
        WINDOW,
        QUALIFY,
        SAMPLE,
        ORDER_BY,
        LIMIT,
        OFFSET,
        FETCH,
        VALUES,
        /** A whole PIVOT or UNPIVOT, which is not understood further. */
        PIVOT,
        ON,
        FILTER
    }

    Clause(Kind kind, int keyword, Span body) {
        this(kind, keyword, body, Optional.empty());
    }

    /** All tokens of the clause, its keywords too. */
    public Span span() {
        return new Span(keyword, body.to());
    }
}
