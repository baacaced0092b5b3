package plainsieve.core.rewrite;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import plainsieve.core.rewrite.filter.OutputColumns;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether nulls in an output column can result from an outer join without a match.
 *
 * <pre>
 * select v.name as vessel from crossings c left join vessels v on …     vessel: vessels
 * select c.note from crossings c left join vessels v on …               note: nothing
 * </pre>
 */
public final class UnmatchedOuterJoin {
    private UnmatchedOuterJoin() {}

    /** The table without a matching row; empty if the column may be null for another reason, or if there are several blocks. */
    public static Optional<String> of(ParsedQuery query, String column) {
        List<QueryLevel.Operand> operands = query.top().operands();
        if (operands.size() != 1 || !(operands.get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return Optional.empty();
        }
        return plain.block()
                .clause(Clause.Kind.SELECT)
                .flatMap(clause -> qualifier(query, clause, column))
                .flatMap(alias -> plain.block().from().stream()
                        .filter(item -> item.reach() == FromItem.Reach.NULL_SUPPLIED && isCalled(query, item, alias))
                        .findFirst())
                .filter(item -> !item.name().isEmpty())
                .map(item -> Identifiers.bare(query.tokens().written(item.name().to() - 1)));
    }

    /** The {@code v} of {@code v.name}; nothing for any other expression. */
    private static Optional<String> qualifier(ParsedQuery query, Clause select, String column) {
        OptionalInt position = OutputColumns.of(query, query.top()).position(column);
        if (position.isEmpty()) {
            return Optional.empty();
        }
        OutputColumn found = SelectList.of(query, select).columns().get(position.getAsInt());
        Span expression = found.expression();
        Tokens tokens = query.tokens();
        boolean qualified = !found.star() && expression.length() == 3 && tokens.isSymbol(expression.from() + 1, ".");
        return qualified ? Optional.of(tokens.written(expression.from())) : Optional.empty();
    }

    private static boolean isCalled(ParsedQuery query, FromItem item, String alias) {
        String called = item.alias().isEmpty() && !item.name().isEmpty()
                ? query.tokens().written(item.name().to() - 1)
                : item.alias();
        return Identifiers.mayBeEqual(called, alias);
    }
}
