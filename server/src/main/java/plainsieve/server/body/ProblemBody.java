package plainsieve.server.body;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** A problem with its place; line 0 and start -1 when it has none. */
public record ProblemBody(
        ProblemKind kind,
        String message,
        String advice,
        String parameter,
        int line,
        int column,
        int start,
        int end,
        String excerpt) {
    public static ProblemBody of(Problem problem) {
        TextLocation location = problem.place().orElse(new TextLocation(-1, -1, 0, 0, ""));
        return new ProblemBody(
                problem.kind(),
                problem.message(),
                problem.advice(),
                problem.parameter().orElse(""),
                location.line(),
                location.column(),
                location.start(),
                location.end(),
                location.excerpt());
    }
}
