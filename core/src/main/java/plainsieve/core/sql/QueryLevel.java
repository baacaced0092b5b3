package plainsieve.core.sql;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;

/**
 * One query at any depth: its WITH, its blocks joined by set operators, and the clauses that apply to all of them
 * together (ORDER BY, LIMIT, OFFSET, FETCH).
 *
 * @param with the queries defined by its WITH
 * @param operators the set operators between the operands
 * @param operands blocks or parenthesized queries
 * @param tail ORDER BY, LIMIT, OFFSET and FETCH in text order
 */
public record QueryLevel(
        Span span, List<NamedQuery> with, List<Operand> operands, List<SetOperator> operators, List<Clause> tail) {
    public QueryLevel {
        with = List.copyOf(with);
        operators = List.copyOf(operators);
        operands = List.copyOf(operands);
        tail = List.copyOf(tail);
    }

    /** One operand of a set operation; a query without one has a single operand. */
    public sealed interface Operand {
        record Plain(Block block) implements Operand {}

        record Nested(QueryLevel query) implements Operand {}
    }

    /** {@code union}, {@code intersect} or {@code except}, with whether columns are matched by name. */
    public record SetOperator(Word word, boolean byName) {
        /** Which of the three. */
        public enum Word {
            UNION,
            INTERSECT,
            EXCEPT
        }
    }

    /**
     * A common table expression.
     *
     * @param name in the text, with its quotes
     * @param columns the column aliases, verbatim
     * @param recursive whether the WITH is recursive; then the query may read itself
     */
    public record NamedQuery(String name, List<String> columns, boolean recursive, QueryLevel query) {
        public NamedQuery {
            columns = List.copyOf(columns);
        }
    }

    public Optional<Clause> tailClause(Clause.Kind kind) {
        return tail.stream().filter(clause -> clause.kind() == kind).findFirst();
    }
}
