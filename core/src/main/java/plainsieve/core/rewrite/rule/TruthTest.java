package plainsieve.core.rewrite.rule;

import java.util.Optional;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/** A test of a condition's truth: {@code x in (:p) is not false}, {@code (x in (:p)) is true}. */
final class TruthTest {
    private TruthTest() {}

    /** The tokens of the condition that is tested, without brackets around; nothing when the condition ends differently. */
    static Optional<Span> find(Tokens tokens, Span condition) {
        int last = condition.to() - 1;
        boolean truth = tokens.isWord(last, "true") || tokens.isWord(last, "false") || tokens.isWord(last, "unknown");
        int is = tokens.isWord(last - 1, "not") ? last - 2 : last - 1;
        if (!truth || is <= condition.from() || !tokens.isWord(is, "is")) {
            return Optional.empty();
        }
        Span tested = new Span(condition.from(), is);
        return Optional.of(isBracketed(tokens, tested) ? new Span(tested.from() + 1, tested.to() - 1) : tested);
    }

    private static boolean isBracketed(Tokens tokens, Span span) {
        if (!tokens.isBracket(span.from(), '(')) {
            return false;
        }
        int depth = 0;
        for (int i = span.from(); i < span.to(); i++) {
            depth += tokens.isBracket(i, '(') ? 1 : tokens.isBracket(i, ')') ? -1 : 0;
            if (depth == 0) {
                return i == span.to() - 1;
            }
        }
        return false;
    }
}
