package plainsieve.core.rewrite;

import java.util.OptionalInt;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.filter.OutputColumns;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether a parameter is compared with the expression of an output column.
 *
 * <pre>
 * select c.departed_at as at from crossings c where c.departed_at >= :from     at, from: yes
 * select c.arrived_at from crossings c where c.departed_at >= :from            arrived_at, from: no
 * </pre>
 */
public final class OutputColumnComparison {
    private final ParsedQuery query;
    private final Dialect dialect;

    public OutputColumnComparison(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.dialect = dialect;
    }

    public boolean isCompared(String column, String parameter) {
        if (query.top().operands().size() != 1
                || !(query.top().operands().get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return false;
        }
        String shown = expression(plain.block(), column);
        return !shown.isEmpty()
                && ComparedColumn.of(query, dialect, ColumnFacts.none(), parameter).stream()
                        .anyMatch(compared -> compared.expression().equalsIgnoreCase(shown));
    }

    private String expression(Block block, String column) {
        OptionalInt position = OutputColumns.of(query, query.top()).position(column);
        if (position.isEmpty() || block.clause(Clause.Kind.SELECT).isEmpty()) {
            return "";
        }
        Span span = SelectList.of(query, block.clause(Clause.Kind.SELECT).get())
                .columns()
                .get(position.getAsInt())
                .expression();
        Tokens tokens = query.tokens();
        return span.isEmpty() ? "" : tokens.text().substring(tokens.start(span.from()), tokens.end(span.to() - 1));
    }
}
