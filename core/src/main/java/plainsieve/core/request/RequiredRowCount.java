package plainsieve.core.request;

import java.util.List;
import java.util.OptionalLong;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.statement.Statement;

/** The maximum number of response rows that the SQL after a request can use. */
public final class RequiredRowCount {
    private static final Pattern WRITTEN_COUNT = Pattern.compile("\\d{1,18}");

    private RequiredRowCount() {}

    /** Nothing when all are needed. */
    public static OptionalLong of(Statement sql, Dialect dialect) {
        SentStatement sent = SentStatement.read(sql.text(), sql.values(), dialect);
        QueryLevel top = sent.query().top();
        boolean asTheyCome = top.with().isEmpty()
                && top.operands().size() == 1
                && top.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && takesRowsAsTheyCome(plain.block(), sent.tokens())
                && top.tail().stream().allMatch(clause -> clause.kind() == Clause.Kind.LIMIT);
        return asTheyCome ? limit(top, sent) : OptionalLong.empty();
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

    /** Whether a SELECT list consists of unaliased columns only, or is a star. */
    public static boolean namesColumns(Span items, Tokens tokens) {
        if (items.length() == 1 && tokens.isSymbol(items.from(), "*")) {
            return true;
        }
        for (int i = items.from(); i < items.to(); i++) {
            boolean name = tokens.is(i, TokenKind.QUOTED_NAME)
                    || tokens.is(i, TokenKind.WORD) && !tokens.isWord(i, "distinct");
            boolean fits = (i - items.from()) % 2 == 0 ? name : tokens.is(i, TokenKind.COMMA);
            if (!fits) {
                return false;
            }
        }
        return items.length() % 2 == 1;
    }

    /** The rows of the only LIMIT, bound or literal; empty without one or for an expression. */
    public static OptionalLong limit(QueryLevel top, SentStatement sent) {
        List<Clause> limits = top.tail().stream()
                .filter(clause -> clause.kind() == Clause.Kind.LIMIT)
                .toList();
        if (limits.size() != 1 || limits.get(0).body().length() != 1) {
            return OptionalLong.empty();
        }
        int token = limits.get(0).body().from();
        String written = sent.tokens().written(token);
        if (WRITTEN_COUNT.matcher(written).matches()) {
            return OptionalLong.of(Long.parseLong(written));
        }
        return sent.at(token)
                .filter(value -> value.bound() instanceof PlaceholderBinding.RowCount)
                .map(value -> OptionalLong.of(((PlaceholderBinding.RowCount) value.bound()).rows()))
                .orElse(OptionalLong.empty());
    }
}
