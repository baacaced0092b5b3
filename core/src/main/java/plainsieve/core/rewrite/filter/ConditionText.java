package plainsieve.core.rewrite.filter;

import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** Bracketing of a condition that is combined with another. */
final class ConditionText {
    private ConditionText() {}

    /** Whether a top-level OR or XOR would split the combined condition. */
    public static boolean needsBrackets(Tokens tokens, Brackets brackets, Span condition, Dialect dialect) {
        boolean pipes = dialect.syntax().has(Feature.PIPES_MEAN_OR);
        for (int i = condition.from(); i < condition.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.isWord(i, "or") || (pipes && (tokens.isWord(i, "xor") || tokens.isSymbol(i, "||")))) {
                return true;
            }
        }
        return false;
    }
}
