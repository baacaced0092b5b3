package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;

/** The words that shape a reading query. All other words are names or functions and are left alone. */
final class Keywords {
    /** Words behind which an operand begins, so that {@code in:p} and {@code limit:p} have a parameter. */
    private static final Set<String> RESERVED = Set.of(
            "SELECT",
            "DISTINCT",
            "ALL",
            "FROM",
            "WHERE",
            "AND",
            "OR",
            "NOT",
            "IN",
            "LIKE",
            "ILIKE",
            "BETWEEN",
            "IS",
            "CASE",
            "WHEN",
            "THEN",
            "ELSE",
            "HAVING",
            "BY",
            "ON",
            "LIMIT",
            "OFFSET",
            "FETCH",
            "FIRST",
            "NEXT",
            "VALUES");

    private static final int LONGEST_RESERVED = 8;

    private Keywords() {}

    static boolean isReserved(Tokens tokens, int index) {
        return tokens.end(index) - tokens.start(index) <= LONGEST_RESERVED
                && RESERVED.contains(tokens.written(index).toUpperCase(Locale.ROOT));
    }

    /** Whether a query can begin at the index: {@code select}, {@code with}, {@code values}, {@code table t}, {@code from t}. */
    static boolean beginsQuery(Tokens tokens, int index) {
        if (!tokens.is(index, TokenKind.WORD)) {
            return false;
        }
        if (tokens.isWord(index, "select") || tokens.isWord(index, "with") || tokens.isWord(index, "values")) {
            return true;
        }
        boolean namesTable = tokens.isWord(index, "table") || tokens.isWord(index, "from");
        return namesTable && (tokens.is(index + 1, TokenKind.WORD) || tokens.is(index + 1, TokenKind.QUOTED_NAME));
    }

    static boolean isSetOperator(Tokens tokens, int index) {
        return tokens.isWord(index, "union") || tokens.isWord(index, "intersect") || tokens.isWord(index, "except");
    }

    /** Whether the word at the index is used as a name: behind a dot or behind AS. */
    static boolean isName(Tokens tokens, int index) {
        return tokens.isSymbol(index - 1, ".") || tokens.isWord(index - 1, "as");
    }
}
