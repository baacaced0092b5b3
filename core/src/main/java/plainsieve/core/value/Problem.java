package plainsieve.core.value;

import java.util.Optional;

/**
 * A problem with its location, advice and parameter. Errors are values until the program's boundary converts them to messages.
 *
 * @param kind by which programs distinguish it
 * @param message what happened, one sentence
 * @param advice what to do, one sentence
 * @param place in the query text, if it has one
 * @param parameter the parameter concerned, if there is one
 */
public record Problem(
        ProblemKind kind, String message, String advice, Optional<TextLocation> place, Optional<String> parameter) {

    public static Problem of(ProblemKind kind, String message, String advice) {
        return new Problem(kind, message, advice, Optional.empty(), Optional.empty());
    }

    public Problem at(TextLocation where) {
        return new Problem(kind, message, advice, Optional.of(where), parameter);
    }

    public Problem about(String parameterName) {
        return new Problem(kind, message, advice, place, Optional.of(parameterName));
    }

    /** The problem as one line with its line and column, if it has a place. */
    public String inWords() {
        String where = place.map(p -> "Line " + p.line() + ", column " + p.column() + ": ")
                .orElse("");
        return where + message + " " + advice;
    }
}
