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

    private static boolean isCall(Tokens tokens, int name) {
        boolean clause = tokens.isWord(name, "by") || tokens.isWord(name, "on") || tokens.isWord(name, "group");
        return tokens.is(name, TokenKind.QUOTED_NAME) || Keywords.isFunctionName(tokens, name) && !clause;
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
