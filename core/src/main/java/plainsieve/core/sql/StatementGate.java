package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** Accepts a single reading statement, and names the keyword that makes any other text unacceptable. */
final class StatementGate {
    private static final Set<String> WRITING = Set.of("insert", "update", "delete", "merge", "replace");
    private static final String ADVICE =
            "Only a single read-only statement is allowed: SELECT, WITH … SELECT, VALUES or TABLE.";

    private static final Set<String> CALLING = Set.of("call", "exec", "execute");

    private StatementGate() {}

    /** The token after the last one of the statement. Throws if there is none, or if a second statement follows. */
    static int endOfStatement(Tokens tokens) {
        int end = tokens.size();
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.PLACEHOLDER)) {
                throw rejection(
                        tokens,
                        i,
                        ProblemKind.STATEMENT_REJECTED,
                        "“%s” is not a supported placeholder.",
                        "Write a parameter as :name.");
            }
            if (tokens.is(i, TokenKind.SEMICOLON)) {
                end = Math.min(end, i);
            } else if (i > end) {
                throw rejection(
                        tokens, i, ProblemKind.STATEMENT_REJECTED, "A second statement begins here with “%s”.", ADVICE);
            }
        }
        if (end == 0) {
            throw new ProblemException(Problem.of(
                            ProblemKind.SYNTAX_ERROR,
                            "The query is empty.",
                            "Write one, such as: select * from crossings")
                    .at(TextLocation.of(tokens.text(), 0, 0)));
        }
        return end;
    }

    static ProblemException notReading(Tokens tokens, int token) {
        String word = tokens.written(token).toLowerCase(Locale.ROOT);
        if (CALLING.contains(word)) {
            return rejection(
                    tokens,
                    token,
                    ProblemKind.STATEMENT_REJECTED,
                    "“%s” calls a procedure. It can be run here, but not used in a report: it is not proven to be read-only and cannot be filtered, totalled or limited.",
                    "Ask the database owner for a function that returns a table, or store the result in a table.");
        }
        String message = WRITING.contains(word) ? "“%s” writes." : "A query cannot begin with “%s”.";
        return rejection(tokens, token, ProblemKind.STATEMENT_REJECTED, message, ADVICE);
    }

    static ProblemException rejection(Tokens tokens, int token, ProblemKind kind, String message, String advice) {
        String word = tokens.written(token);
        String shown = word.length() > 40 ? word.substring(0, 40) + "…" : word;
        return new ProblemException(
                Problem.of(kind, message.formatted(shown), advice).at(tokens.place(token)));
    }
}
