package plainsieve.core.sql;

import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.sql.lexer.Lexer;

/**
 * Whether a statement may leave a lock, setting or slot in its session. In a read-only transaction only functions can do that, so
 * every function that is not known to be harmless counts.
 */
public final class SessionSideEffects {
    /** Volatile functions without lasting effects. */
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

    private SessionSideEffects() {}

    /** Whether the session must not be reused after this statement. */
    public static boolean possible(String text, Dialect dialect) {
        return FunctionCall.findAll(Lexer.scan(text, dialect.syntax()).tokens()).stream()
                .anyMatch(call -> !leavesNothing(call, dialect.functions()));
    }

    private static boolean leavesNothing(FunctionCall call, FunctionEffects functionEffects) {
        return call.canBeBuiltIn()
                && !call.quoted()
                && functionEffects.knows(call.name())
                && (!functionEffects.is(FunctionEffects.Kind.VOLATILE, call.name()) || PASSING.contains(call.name()));
    }
}
