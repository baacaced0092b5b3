package plainsieve.core.notice;

import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** A literal that looks left over from drafting: a small outermost limit, a fixed date, a single ID. */
final class LeftoverLiteral implements NoticeRule {
    private static final long SMALL_LIMIT = 1000;
    private static final Pattern ISO_DATE = Pattern.compile("'\\d{4}-\\d{2}-\\d{2}([ T][0-9:.]*)?'");

    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return Stream.concat(limit(context), conditions(context));
    }

    private static Stream<Notice> limit(NoticeContext context) {
        Tokens tokens = context.tokens();
        return context.query().top().tail().stream()
                .filter(clause ->
                        clause.kind() == Clause.Kind.LIMIT && clause.body().length() == 1)
                .filter(clause -> tokens.is(clause.body().from(), TokenKind.NUMBER)
                        && isSmall(tokens.written(clause.body().from())))
                .map(clause -> Notice.of(
                                NoticeKind.HARD_CODED_VALUE,
                                "This hard-coded row limit looks left over from drafting.",
                                "Make it a parameter, or remove it: every run has its own cap.")
                        .at(context.place(clause.span())));
    }

    private static boolean isSmall(String number) {
        return number.matches("\\d{1,4}") && Long.parseLong(number) <= SMALL_LIMIT;
    }

    private static Stream<Notice> conditions(NoticeContext context) {
        return context.leaves().stream()
                .filter(leaf -> leaf.clause() == Clause.Kind.WHERE)
                .filter(leaf -> leaf.comparison()
                        .filter(comparison -> looksTemporary(context, comparison))
                        .isPresent())
                .map(leaf -> Notice.of(
                                NoticeKind.HARD_CODED_VALUE,
                                "This hard-coded value looks left over from drafting.",
                                "Make it a parameter, or remove the condition.")
                        .at(context.place(leaf.span())));
    }

    private static boolean looksTemporary(NoticeContext context, Comparison comparison) {
        Tokens tokens = context.tokens();
        Span right = comparison.right();
        if (!SelectList.isPath(tokens, comparison.left()) || comparison.kind() == Comparison.Kind.OTHER) {
            return false;
        }
        boolean typed = tokens.is(right.from(), TokenKind.WORD) && tokens.is(right.from() + 1, TokenKind.STRING);
        int value = typed ? right.from() + 1 : right.from();
        if (tokens.is(value, TokenKind.STRING)) {
            return ISO_DATE.matcher(tokens.written(value)).matches();
        }
        String column = tokens.written(comparison.left().to() - 1).toLowerCase(Locale.ROOT);
        boolean id = column.equals("id") || column.endsWith("_id");
        return id
                && comparison.kind() == Comparison.Kind.EQUAL
                && right.length() == 1
                && tokens.is(right.from(), TokenKind.NUMBER);
    }
}
