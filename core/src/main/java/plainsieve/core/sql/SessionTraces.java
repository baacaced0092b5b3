package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Functions;

/**
 * Whether a statement may leave something in its session that outlives it: a lock, a setting, a slot. Only functions do that
 * in a transaction that may read alone, so every one counts of which it is not known that it does not.
 */
public final class SessionTraces {
    /** Functions whose answers change from call to call, and that leave nothing. */
    private static final Set<String> PASSING = Set.of(
            "clock_timestamp",
            "gen_random_uuid",
            "pg_sleep",
            "pg_sleep_for",
            "pg_sleep_until",
            "rand",
            "random",
            "rownum",
            "sleep",
            "statement_timestamp",
            "sysdate",
            "sys_guid",
            "timeofday",
            "txid_current_if_assigned",
            "uuid",
            "uuid_short");

    /** What stands in front of a bracket and is no call, as far as {@link Keywords} takes it for a name. */
    private static final Set<String> OF_A_QUERY = Set.of(
            "all",
            "any",
            "apply",
            "between",
            "by",
            "cube",
            "distinct",
            "else",
            "except",
            "exists",
            "fetch",
            "from",
            "group",
            "having",
            "intersect",
            "join",
            "json_table",
            "lateral",
            "limit",
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

    private SessionTraces() {}

    /** Whether the session should not be used for anything else after this statement. */
    public static boolean possible(String text, Dialect dialect) {
        Tokens tokens = Lexer.scan(text, dialect.syntax()).tokens();
        for (int i = 0; i + 1 < tokens.size(); i++) {
            if (tokens.isBracket(i + 1, '(') && isCall(tokens, i) && !leavesNothing(tokens, i, dialect.functions())) {
                return true;
            }
        }
        return false;
    }

    /**
     * Whether a function can be called here: its name is none of the words of a query, stands behind no {@code as} and
     * {@code with}, which give names to columns, and behind nothing that ends an expression.
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
                        || Keywords.isFunctionName(tokens, name)
                                && !OF_A_QUERY.contains(tokens.written(name).toLowerCase(Locale.ROOT)));
    }

    private static boolean leavesNothing(Tokens tokens, int name, Functions functions) {
        boolean another = tokens.isSymbol(name - 1, ".") && !tokens.isWord(name - 2, "pg_catalog");
        String written = tokens.written(name).toLowerCase(Locale.ROOT);
        return !another
                && tokens.is(name, TokenKind.WORD)
                && functions.knows(written)
                && (!functions.is(Functions.Kind.VOLATILE, written) || PASSING.contains(written));
    }
}
