package plainsieve.core.sql.lexer;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;

/** The keywords that structure a reading query. All other words are names or functions. */
public final class Keywords {
    /** Keywords after which an operand starts, so that {@code in:p} and {@code limit:p} contain a parameter. */
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

    /** Operators that apply to brackets after them and to what follows those. */
    private static final Set<String> OPERATORS = Set.of(
            "not",
            "exists",
            "in",
            "all",
            "any",
            "some",
            "and",
            "or",
            "xor",
            "is",
            "like",
            "ilike",
            "between",
            "case",
            "when",
            "then",
            "else",
            "interval",
            "binary",
            "div",
            "mod",
            "prior",
            "distinct",
            "collate",
            "select",
            "values",
            "escape",
            "regexp",
            "rlike",
            "glob",
            "match",
            "similar",
            "over",
            "filter",
            "lambda");

    private Keywords() {}

    /** Whether the word before a bracket calls a function: NOT, IN, INTERVAL and the like do not, as in {@code not (a) is null}. */
    public static boolean isFunctionName(Tokens tokens, int index) {
        return tokens.is(index, TokenKind.WORD)
                && !OPERATORS.contains(tokens.written(index).toLowerCase(Locale.ROOT));
    }

    static boolean isReserved(Tokens tokens, int index) {
        return tokens.end(index) - tokens.start(index) <= LONGEST_RESERVED
                && RESERVED.contains(tokens.written(index).toUpperCase(Locale.ROOT));
    }

    /**
     * Whether a query may start at the index: {@code select}, {@code with}, {@code values (}, {@code table t}, and, if
     * the dialect supports it, {@code from t}.
     */
    public static boolean beginsQuery(Tokens tokens, Syntax syntax, int index) {
        if (!tokens.is(index, TokenKind.WORD)) {
            return false;
        }
        if (tokens.isWord(index, "select")) {
            return true;
        }
        if (tokens.isWord(index, "with")) {
            return isNameToken(tokens, index + 1);
        }
        if (tokens.isWord(index, "values")) {
            return tokens.isBracket(index + 1, '(') || tokens.isWord(index + 1, "row");
        }
        if (isPivot(tokens, syntax, index)) {
            return true;
        }
        boolean trims = tokens.isBracket(index - 1, '(') && tokens.isWord(index - 2, "trim");
        boolean namesTable = tokens.isWord(index, "table")
                || (tokens.isWord(index, "from") && syntax.has(Feature.FROM_FIRST) && !trims);
        return namesTable
                && (isNameToken(tokens, index + 1)
                        || (tokens.isWord(index, "from")
                                && (tokens.is(index + 1, TokenKind.STRING)
                                        || tokens.isBracket(index + 1, '(')
                                        || tokens.is(index + 1, TokenKind.PARAMETER))));
    }

    /** A query that is a PIVOT or UNPIVOT of a table or query, as {@code pivot t on x using sum(y)}. */
    public static boolean isPivot(Tokens tokens, Syntax syntax, int index) {
        return syntax.has(Feature.FROM_FIRST)
                && (tokens.isWord(index, "pivot") || tokens.isWord(index, "unpivot"))
                && (isNameToken(tokens, index + 1) || tokens.isBracket(index + 1, '('));
    }

    private static boolean isNameToken(Tokens tokens, int index) {
        return tokens.is(index, TokenKind.WORD) || tokens.is(index, TokenKind.QUOTED_NAME);
    }

    public static boolean isSetOperator(Tokens tokens, int index) {
        return tokens.isWord(index, "union") || tokens.isWord(index, "intersect") || tokens.isWord(index, "except");
    }

    /** Whether the word at the index is used as a name: after a dot or after AS. */
    public static boolean isName(Tokens tokens, int index) {
        return tokens.isSymbol(index - 1, ".") || tokens.isWord(index - 1, "as");
    }

    /** Whether an expression may end with the token at the index, so that a clause may start after it. */
    public static boolean endsOperand(Tokens tokens, int index) {
        return switch (tokens.kind(index)) {
            case WORD -> !isReserved(tokens, index);
            case SYMBOL -> tokens.isSymbol(index, "*");
            case COMMA, OPEN, SEMICOLON -> false;
            default -> true;
        };
    }
}
