package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The keywords between the tables of a FROM clause that cannot be aliases. */
final class JoinWords {
    private static final Set<String> JOINS = Set.of(
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

    private static final Set<String> BEHIND_TABLE = Set.of(
            "partition",
            "use",
            "force",
            "ignore",
            "indexed",
            "not",
            "with",
            "for",
            "pivot",
            "unpivot",
            "outer",
            "lateral",
            "match_condition",
            "at");

    private static final int LONGEST = 15;

    private JoinWords() {}

    /**
     * Whether the word at the index starts a join, an ON or a USING. LEFT and RIGHT are also functions, before a bracket;
     * {@code force index for join (…)} is a hint.
     */
    static boolean isJoinWord(Tokens tokens, int index) {
        return isOneOf(JOINS, tokens, index)
                && !Keywords.isName(tokens, index)
                && !tokens.isWord(index - 1, "for")
                && (!tokens.isBracket(index + 1, '(') || !isSide(tokens, index));
    }

    private static boolean isSide(Tokens tokens, int index) {
        return tokens.isWord(index, "left") || tokens.isWord(index, "right");
    }

    /** Whether the word at the index may be the alias of the preceding table. */
    static boolean isAlias(Tokens tokens, int index) {
        return tokens.is(index, TokenKind.WORD)
                && !isOneOf(JOINS, tokens, index)
                && !isOneOf(BEHIND_TABLE, tokens, index);
    }

    private static boolean isOneOf(Set<String> words, Tokens tokens, int index) {
        return tokens.is(index, TokenKind.WORD)
                && tokens.end(index) - tokens.start(index) <= LONGEST
                && words.contains(tokens.written(index).toLowerCase(Locale.ROOT));
    }
}
