package plainsieve.core.sql;

import java.util.BitSet;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Tokens;

/** Distinguishes brackets around subqueries from all others. */
final class SubqueryDetector {
    private final Tokens tokens;
    private final Brackets brackets;
    private final Syntax syntax;
    private final BitSet told = new BitSet();
    private final BitSet queries = new BitSet();

    SubqueryDetector(Tokens tokens, Brackets brackets, Syntax syntax) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.syntax = syntax;
    }

    boolean at(int token) {
        return Keywords.beginsQuery(tokens, syntax, token);
    }

    /**
     * Whether the bracket holds a query, as in {@code (select …)} and {@code ((select …) union …)}, but not in
     * {@code ((select …) - 5)}. Each bracket of a run of them is reported once.
     */
    boolean opensQuery(int open) {
        int inner = open;
        while (!told.get(inner) && !at(inner + 1) && tokens.isBracket(inner + 1, '(')) {
            inner++;
        }
        boolean opens = told.get(inner) ? queries.get(inner) : at(inner + 1);
        record(inner, opens);
        for (int i = inner - 1; i >= open; i--) {
            opens = opens && continuesQuery(i);
            record(i, opens);
        }
        return opens;
    }

    private void record(int open, boolean query) {
        told.set(open);
        queries.set(open, query);
    }

    /** Whether the tokens after an inner query allow the enclosing bracket to be a query, too. */
    private boolean continuesQuery(int open) {
        int close = brackets.close(open + 1);
        return close == brackets.close(open) - 1
                || Keywords.isSetOperator(tokens, close + 1)
                || tokens.isWord(close + 1, "order")
                || tokens.isWord(close + 1, "limit");
    }
}
