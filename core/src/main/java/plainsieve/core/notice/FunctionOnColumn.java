package plainsieve.core.notice;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/**
 * A function on a column prevents the use of its index. For the date of a timestamp there is an
 * equivalent form:
 *
 * <pre>
 * date(x) = :d              x &gt;= :d and x &lt; :d + interval '1 day'
 * cast(x as date) &lt;= :d    x &lt; :d + interval '1 day'
 * x::date &gt;= :d             x &gt;= :d
 * </pre>
 */
final class FunctionOnColumn implements NoticeRule {
    private static final Set<String> DAY_FUNCTIONS = Set.of("date", "to_date");

    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.leaves().stream()
                .filter(leaf -> leaf.clause() == Clause.Kind.WHERE || leaf.clause() == Clause.Kind.ON)
                .flatMap(leaf -> leaf.comparison().stream().flatMap(comparison -> function(context, leaf, comparison)));
    }

    private static Stream<Notice> function(NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison) {
        boolean mentions = !context.query().parametersIn(comparison.right()).isEmpty();
        Span left = comparison.left();
        if (!mentions || !worksOnColumn(context, left)) {
            return Stream.empty();
        }
        Notice notice = Notice.of(
                        NoticeKind.FUNCTION_ON_COLUMN,
                        "%s is computed for every row, so an index on the column cannot be used."
                                .formatted(context.text(left)),
                        "Compare the column itself, and move the function to the parameter.")
                .at(context.place(leaf.span()));
        return Stream.of(day(context.tokens(), left)
                .flatMap(column -> range(context, leaf, comparison, context.text(column)))
                .map(range -> notice.fixedBy(
                        "Compare the column itself",
                        new TextEdit(context.start(leaf.span()), context.end(leaf.span()), range)))
                .orElse(notice));
    }

    /** A call or a cast with a column name in it, and no parameter, aggregate or subquery. */
    private static boolean worksOnColumn(NoticeContext context, Span left) {
        Tokens tokens = context.tokens();
        boolean call = tokens.is(left.from(), TokenKind.WORD)
                && tokens.isBracket(left.from() + 1, '(')
                && context.query().brackets().close(left.from() + 1) == left.to() - 1;
        boolean cast = false;
        boolean column = false;
        for (int i = left.from(); i < left.to(); i++) {
            if (tokens.is(i, TokenKind.PARAMETER) || tokens.isWord(i, "select")) {
                return false;
            }
            cast |= tokens.isSymbol(i, "::");
            boolean word = tokens.is(i, TokenKind.WORD) || tokens.is(i, TokenKind.QUOTED_NAME);
            column |= word && !tokens.isBracket(i + 1, '(');
        }
        return (call || cast) && column && !new KnownFunctions(context.query(), context.dialect()).aggregate(left);
    }

    /** The column whose date is taken: {@code date(x)}, {@code cast(x as date)}, {@code x::date}, {@code date_trunc('day', x)}. */
    private static Optional<Span> day(Tokens tokens, Span left) {
        String name = tokens.written(left.from()).toLowerCase(Locale.ROOT);
        Span inside = new Span(left.from() + 2, left.to() - 1);
        Optional<Span> column = Optional.empty();
        if (tokens.isSymbol(left.to() - 2, "::") && tokens.isWord(left.to() - 1, "date")) {
            column = Optional.of(new Span(left.from(), left.to() - 2));
        } else if (DAY_FUNCTIONS.contains(name)) {
            column = Optional.of(inside);
        } else if (name.equals("cast")
                && tokens.isWord(inside.to() - 1, "date")
                && tokens.isWord(inside.to() - 2, "as")) {
            column = Optional.of(new Span(inside.from(), inside.to() - 2));
        } else if (name.equals("date_trunc")
                && tokens.written(inside.from()).equalsIgnoreCase("'day'")
                && tokens.is(inside.from() + 1, TokenKind.COMMA)) {
            column = Optional.of(new Span(inside.from() + 2, inside.to()));
        }
        return column.filter(span -> SelectList.isPath(tokens, span));
    }

    private static Optional<String> range(
            NoticeContext context, NoticeContext.Leaf leaf, Comparison comparison, String column) {
        Optional<Parameter> parameter =
                context.parameter(comparison.right()).filter(p -> p.type() == Type.DATE && !p.multiple());
        if (parameter.isEmpty()) {
            return Optional.empty();
        }
        String day = ":" + parameter.get().name();
        String after = context.dialect().dayAfter(day);
        Optional<String> range =
                switch (comparison.kind()) {
                    case EQUAL -> Optional.of(column + " >= " + day + " and " + column + " < " + after);
                    case LESS_OR_EQUAL -> Optional.of(column + " < " + after);
                    case LESS -> Optional.of(column + " < " + day);
                    case GREATER -> Optional.of(column + " >= " + after);
                    case GREATER_OR_EQUAL -> Optional.of(column + " >= " + day);
                    default -> Optional.empty();
                };
        return range.map(text -> context.isNegated(leaf.span()) ? "(" + text + ")" : text);
    }
}
