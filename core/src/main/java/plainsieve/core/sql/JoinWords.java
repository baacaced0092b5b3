package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;

/** The words that begin the next join, and so end the ON before it. */
final class JoinWords {
    private static final Set<String> WORDS = Set.of(
            "join",
            "left",
            "right",
            "full",
            "inner",
            "cross",
            "natural",
            "asof",
            "positional",
            "semi",
            "anti",
            "on",
            "using",
            "tablesample",
            "straight_join");

    private static final int LONGEST = 13;

    private JoinWords() {}

    static int endOfOn(Tokens tokens, Brackets brackets, Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.is(i, TokenKind.COMMA) || isJoinWord(tokens, i)) {
                return i;
            }
        }
        return span.to();
    }

    /** {@code left} and {@code right} are also functions; then a bracket follows. */
    private static boolean isJoinWord(Tokens tokens, int i) {
        return tokens.is(i, TokenKind.WORD)
                && tokens.end(i) - tokens.start(i) <= LONGEST
                && WORDS.contains(tokens.written(i).toLowerCase(Locale.ROOT))
                && !Keywords.isName(tokens, i)
                && !tokens.isBracket(i + 1, '(');
    }
}
