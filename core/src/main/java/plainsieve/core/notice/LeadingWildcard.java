package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** A pattern that starts with a wildcard: {@code like '%' || :p}, {@code like concat('%', :p)}. */
final class LeadingWildcard implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.leaves().stream()
                .filter(leaf -> leaf.comparison()
                        .filter(comparison -> comparison.kind() == Comparison.Kind.LIKE)
                        .filter(comparison -> startsWithWildcard(context.tokens(), comparison.right()))
                        .isPresent())
                .map(leaf -> Notice.of(
                                NoticeKind.LEADING_WILDCARD,
                                "The pattern starts with a wildcard, so every row must be scanned.",
                                "Where the beginning is known, leave the first wildcard out.")
                        .at(context.place(leaf.span())));
    }

    private static boolean startsWithWildcard(Tokens tokens, Span right) {
        boolean concat = tokens.isWord(right.from(), "concat") && tokens.isBracket(right.from() + 1, '(');
        int first = concat ? right.from() + 2 : right.from();
        return tokens.is(first, TokenKind.STRING)
                && (tokens.written(first).startsWith("'%")
                        || tokens.written(first).startsWith("'_"));
    }
}
