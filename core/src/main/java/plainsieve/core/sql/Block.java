package plainsieve.core.sql;

import java.util.List;
import java.util.Optional;

/** One SELECT, VALUES or TABLE with its clauses in written order. */
public record Block(Span span, List<Clause> clauses) {
    public Block {
        clauses = List.copyOf(clauses);
    }

    public Optional<Clause> clause(Clause.Kind kind) {
        return clauses.stream().filter(clause -> clause.kind() == kind).findFirst();
    }
}
