package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;

/** Lets only one reading statement pass, and names the word that makes any other text something else. */
final class StatementGate {
    private static final Set<String> WRITING = Set.of("insert", "update", "delete", "merge", "replace");
    private static final String ADVICE =
            "Only one reading statement runs here: SELECT, WITH … SELECT, VALUES or TABLE.";

    private static final Set<String> CALLING = Set.of("call", "exec", "execute");

    private StatementGate() {}

    /** The token behind the last one of the statement. Throws when there is none, or when a second one follows. */
    static int endOfStatement(Tokens tokens) {
        int end = tokens.size();
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.PLACEHOLDER)) {
                throw refused(
                        tokens,
                        i,
                        "foreign-placeholder",
                        "“%s” is a placeholder of another notation.",
                        "Write a parameter as :name.");
            }
            if (tokens.is(i, TokenKind.SEMICOLON)) {
                end = Math.min(end, i);
            } else if (i > end) {
                throw refused(tokens, i, "second-statement", "A second statement begins here with “%s”.", ADVICE);
            }
        }
        if (end == 0) {
            throw new ProblemException(
                    Problem.of("empty-query", "There is no query yet.", "Write one, such as: select * from crossings")
                            .at(TextLocation.of(tokens.text(), 0, 0)));
        }
        return end;
    }

    static ProblemException notReading(Tokens tokens, int token) {
        String word = tokens.written(token).toLowerCase(Locale.ROOT);
        if (CALLING.contains(word)) {
            return refused(
                    tokens,
                    token,
                    "procedure-call",
                    "“%s” calls a procedure. It can be tried here on its own, but no report can be made of it: nothing says that it only reads, and no filter, total or row limit can be put around it.",
                    "Let the database's owner make a function of it that returns a table, and select from that; or keep its answer in a table.");
        }
        String message = WRITING.contains(word) ? "“%s” writes." : "“%s” does not begin a query.";
        return refused(tokens, token, "not-reading", message, ADVICE);
    }

    static ProblemException refused(Tokens tokens, int token, String kind, String message, String advice) {
        String word = tokens.written(token);
        String shown = word.length() > 40 ? word.substring(0, 40) + "…" : word;
        return new ProblemException(
                Problem.of(kind, message.formatted(shown), advice).at(tokens.place(token)));
    }
}
