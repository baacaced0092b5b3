package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * A place in a statement where a function may be called, as far as its text shows: a name before a bracket that is neither an
 * operator, a keyword of the query's structure, nor a name being defined.
 *
 * @param qualifier the name before the dot, without quotes; empty if there is none, or if the dot follows an expression
 * @param name without quotes; in lower case if unquoted
 * @param quoted whether the name is quoted
 * @param start the offset of the name in the text
 * @param escaped whether the name has Unicode escapes, so that the text does not show it
 */
public record FunctionCall(String qualifier, String name, boolean quoted, int start, boolean escaped) {
    /** Words before a bracket that are not calls, although {@link Keywords} treats them as names. */
    private static final Set<String> OF_A_QUERY = Set.of(
            "all",
            "analyze",
            "any",
            "as",
            "between",
            "by",
            "cube",
            "distinct",
            "else",
            "except",
            "exists",
            "explain",
            "fetch",
            "from",
            "group",
            "having",
            "intersect",
            "join",
            "json_table",
            "lateral",
            "limit",
            "materialized",
            "offset",
            "on",
            "over",
            "rollup",
            "sets",
            "some",
            "then",
            "union",
            "using",
            "values",
            "when",
            "where");

    /** Every call in a statement, from the left to the right. */
    static List<FunctionCall> findAll(Tokens tokens) {
        List<FunctionCall> calls = new ArrayList<>();
        for (int i = 0; i + 1 < tokens.size(); i++) {
            if (tokens.isBracket(i + 1, '(') && isCall(tokens, i)) {
                calls.add(at(tokens, i));
            }
        }
        return calls;
    }

    /**
     * Whether a function may be called here: the name is not a keyword of the query's structure, does not follow {@code as} or
     * {@code with}, which define names, and does not follow the end of an expression.
     */
    private static boolean isCall(Tokens tokens, int name) {
        boolean named = tokens.isWord(name - 1, "as")
                || tokens.isWord(name - 1, "with")
                || tokens.isWord(name - 1, "recursive")
                || tokens.isBracket(name - 1, ')')
                || tokens.is(name - 1, TokenKind.STRING)
                || tokens.is(name - 1, TokenKind.NUMBER);
        return !named
                && (tokens.is(name, TokenKind.QUOTED_NAME)
                        || Keywords.isFunctionName(tokens, name) && !isOfQuery(tokens, name)
                        || isTableFunction(tokens, name));
    }

    /* An operator of the same name has an operand before it. */
    private static boolean isTableFunction(Tokens tokens, int name) {
        return tokens.isWord(name, "glob")
                && (tokens.isWord(name - 1, "from")
                        || tokens.isWord(name - 1, "join")
                        || tokens.isWord(name - 1, "lateral")
                        || tokens.isBracket(name - 1, '(')
                        || tokens.is(name - 1, TokenKind.COMMA)
                        || tokens.isSymbol(name - 1, "."));
    }

    private static boolean isOfQuery(Tokens tokens, int name) {
        boolean apply =
                tokens.isWord(name, "apply") && (tokens.isWord(name - 1, "cross") || tokens.isWord(name - 1, "outer"));
        return apply || OF_A_QUERY.contains(tokens.written(name).toLowerCase(Locale.ROOT));
    }

    private static FunctionCall at(Tokens tokens, int name) {
        boolean quoted = tokens.is(name, TokenKind.QUOTED_NAME);
        boolean qualified = tokens.isSymbol(name - 1, ".")
                && (tokens.is(name - 2, TokenKind.WORD) || tokens.is(name - 2, TokenKind.QUOTED_NAME));
        boolean escaped = quoted && name > 0 && tokens.written(name - 1).endsWith("&");
        return new FunctionCall(
                qualified ? name(tokens, name - 2) : "", name(tokens, name), quoted, tokens.start(name), escaped);
    }

    private static String name(Tokens tokens, int at) {
        String written = tokens.written(at);
        return tokens.is(at, TokenKind.QUOTED_NAME) ? Identifiers.bare(written) : written.toLowerCase(Locale.ROOT);
    }

    /** Whether the name may be that of a built-in function: it is unqualified or qualified by the system catalog. */
    boolean canBeBuiltIn() {
        return qualifier.isEmpty() || qualifier.equals("pg_catalog");
    }
}
