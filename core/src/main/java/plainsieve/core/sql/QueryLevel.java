package plainsieve.core.sql;

import java.util.List;
import java.util.Optional;

/**
 * One query at any depth: its WITH, its blocks joined by set operators, and the clauses that hold for all of them
 * together (ORDER BY, LIMIT, OFFSET, FETCH).
 *
 * @param operands a block each, or a parenthesised query
 * @param tail ORDER BY, LIMIT, OFFSET and FETCH in written order
 */
public record QueryLevel(Span span, List<Operand> operands, List<Clause> tail) {
    public QueryLevel {
        operands = List.copyOf(operands);
        tail = List.copyOf(tail);
    }

    /** One side of a set operation; a query without one has a single operand. */
    public sealed interface Operand {
        record Plain(Block block) implements Operand {}

        record Nested(QueryLevel query) implements Operand {}
    }

    public Optional<Clause> tailClause(Clause.Kind kind) {
        return tail.stream().filter(clause -> clause.kind() == kind).findFirst();
    }
}
