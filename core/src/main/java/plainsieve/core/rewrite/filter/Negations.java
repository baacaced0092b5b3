package plainsieve.core.rewrite.filter;

import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/** The NOT operators of an expression. */
record Negations(Tokens tokens, Span expression) {

    /** Whether a negation may be nested in another. */
    boolean areNested() {
        int negations = 0;
        for (int i = expression.from(); i < expression.to(); i++) {
            negations += isNegation(i) ? 1 : 0;
        }
        return negations > 1;
    }

    /** NOT before a value, neither part of another operator, as in NOT IN, nor of IS NOT. */
    private boolean isNegation(int at) {
        if (tokens.isSymbol(at, "!")) {
            return true;
        }
        boolean ofOperator = tokens.isWord(at + 1, "in")
                || tokens.isWord(at + 1, "between")
                || tokens.isWord(at + 1, "like")
                || tokens.isWord(at + 1, "rlike")
                || tokens.isWord(at + 1, "regexp");
        return tokens.isWord(at, "not") && !ofOperator && !tokens.isWord(at - 1, "is");
    }
}
