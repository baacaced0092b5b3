package plainsieve.server.body;

import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.OverloadException;
import plainsieve.sources.SourceFailure;

/** A failure with its remedy, in a problem document or in the last line of a stream. */
public record FailureBody(String message, String advice, List<ProblemBody> problems) {
    /** An internal error; the server's log has details. */
    public static final FailureBody INTERNAL =
            new FailureBody("Internal error.", "Try again. The server log has details.", List.of());

    /** The object was removed after the page was opened. */
    private static final FailureBody GONE = new FailureBody(
            "An object that this needs no longer exists.",
            "Reload the page. If the error persists, tell the report's author.",
            List.of());

    /** A failure that is not internal; empty for unexpected ones. */
    public static Optional<FailureBody> of(RuntimeException failure) {
        if (failure instanceof ProblemException problem) {
            return Optional.of(new FailureBody(
                    problem.getMessage(),
                    problem.first().advice(),
                    problem.problems().stream().map(ProblemBody::of).toList()));
        }
        if (failure instanceof UncheckedIOException room) {
            return Optional.of(new FailureBody(
                    "The result could not be delivered: %s.".formatted(room.getMessage()),
                    "Request fewer rows, or tell your administrator that the disk is full.",
                    List.of()));
        }
        if (failure instanceof NotFoundException) {
            // The original message names sources and queries, which viewers must not see.
            return Optional.of(GONE);
        }
        if (failure instanceof OverloadException overload) {
            return Optional.of(new FailureBody(overload.getMessage(), overload.advice(), List.of()));
        }
        return failure instanceof SourceFailure source ? Optional.of(of(source)) : Optional.empty();
    }

    /** With its place in the author's text, where that is known. */
    public static FailureBody of(SourceFailure e) {
        List<ProblemBody> problems = e
                .place()
                .map(location -> Problem.of(ProblemKind.STATEMENT_REJECTED, e.getMessage(), e.advice())
                        .at(location))
                .map(ProblemBody::of)
                .stream()
                .toList();
        return new FailureBody(e.getMessage(), e.advice(), problems);
    }
}
