package plainsieve.core.request;

import java.util.List;
import java.util.OptionalLong;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.Bound;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;

/**
 * How many rows of an answer the SQL behind a request can need: as many as its limit where it takes the first ones as they come, so
 * that no more pages are fetched than these; else all.
 */
public final class RowsNeeded {
    private RowsNeeded() {}

    /** Nothing when all are needed. */
    public static OptionalLong of(Statement sql, Dialect dialect) {
        StringBuilder text = new StringBuilder(sql.text());
        sql.values().forEach(value -> text.setCharAt(value.offset(), '0'));
        ParsedQuery query = ParsedQuery.parse(text.toString(), dialect);
        QueryLevel top = query.top();
        boolean asTheyCome = top.with().isEmpty()
                && top.operands().size() == 1
                && top.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && takesRowsAsTheyCome(plain.block(), query.tokens())
                && top.tail().stream().allMatch(clause -> clause.kind() == Clause.Kind.LIMIT);
        return asTheyCome ? limit(top, query.tokens(), sql.values()) : OptionalLong.empty();
    }

    private static boolean takesRowsAsTheyCome(Block block, Tokens tokens) {
        return block.clauses().stream()
                        .allMatch(clause -> clause.kind() == Clause.Kind.SELECT || clause.kind() == Clause.Kind.FROM)
                && block.from().size() == 1
                && block.from().get(0).kind() == FromItem.Kind.TABLE
                && block.clause(Clause.Kind.SELECT)
                        .filter(select -> namesColumns(select.body(), tokens))
                        .isPresent();
    }

    private static boolean namesColumns(Span items, Tokens tokens) {
        for (int i = items.from(); i < items.to(); i++) {
            boolean plain = tokens.isSymbol(i, "*") && items.length() == 1
                    || tokens.is(i, TokenKind.COMMA)
                    || tokens.is(i, TokenKind.QUOTED_NAME)
                    || tokens.is(i, TokenKind.WORD) && !tokens.isWord(i, "distinct");
            if (!plain) {
                return false;
            }
        }
        return true;
    }

    private static OptionalLong limit(QueryLevel top, Tokens tokens, List<BoundValue> values) {
        List<Clause> limits = top.tail();
        if (limits.size() != 1 || limits.get(0).body().length() != 1) {
            return OptionalLong.empty();
        }
        int offset = tokens.start(limits.get(0).body().from());
        return values.stream()
                .filter(value -> value.offset() == offset && value.bound() instanceof Bound.RowCount)
                .mapToLong(value -> ((Bound.RowCount) value.bound()).rows())
                .findFirst();
    }
}
