package plainsieve.core.sql;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;

/**
 * One SELECT, VALUES or TABLE with its clauses in text order.
 *
 * @param from the items of its FROM, in text order
 */
public record Block(Span span, List<Clause> clauses, List<FromItem> from) {
    public Block {
        clauses = List.copyOf(clauses);
        from = List.copyOf(from);
    }

    public Optional<Clause> clause(Clause.Kind kind) {
        return clauses.stream().filter(clause -> clause.kind() == kind).findFirst();
    }
}
