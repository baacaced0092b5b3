package plainsieve.core.sql;

import plainsieve.core.dialect.Syntax;

/** Tells brackets around a query from all other brackets. */
final class QueryStarts {
    private final Tokens tokens;
    private final Brackets brackets;
    private final Syntax syntax;

    QueryStarts(Tokens tokens, Brackets brackets, Syntax syntax) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.syntax = syntax;
    }

    boolean at(int token) {
        return Keywords.beginsQuery(tokens, syntax, token);
    }

    /** Whether the bracket holds a query, as in {@code (select …)} and {@code ((select …) union …)}. */
    boolean opensQuery(int open) {
        if (at(open + 1)) {
            return true;
        }
        int inner = open + 1;
        while (tokens.isBracket(inner, '(')) {
            inner++;
        }
        if (inner == open + 1 || !at(inner)) {
            return false;
        }
        int close = brackets.close(open + 1);
        return close == brackets.close(open) - 1
                || Keywords.isSetOperator(tokens, close + 1)
                || tokens.isWord(close + 1, "order")
                || tokens.isWord(close + 1, "limit");
    }
}
