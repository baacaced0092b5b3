package plainsieve.server.sources;

import java.util.List;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.people.Caller;
import plainsieve.sources.SourceFailure;

/** Removes internals from errors for viewers: hosts, statements, database messages. Authors find the full error in Sent. */
public final class ViewerErrorMessages {
    private static final String ADVICE = "Try again later. Those who make this report see in Sent what went wrong.";

    private ViewerErrorMessages() {}

    /** The message about a failure of a source for a caller. */
    public static SourceFailure redact(Caller caller, SourceFailure failure) {
        return caller.seesInside() ? failure : new SourceFailure(failure.kind(), words(failure), ADVICE, failure);
    }

    private static String words(SourceFailure failure) {
        return switch (failure.kind()) {
            case UNREACHABLE -> "The source of these rows does not respond.";
            case TIMED_OUT -> "The source of these rows timed out.";
            case STOPPED -> "It was stopped.";
            case REFUSED_STATEMENT -> "The source of these rows refused the request.";
            case BUSY -> "The source of these rows is overloaded.";
        };
    }

    /** The message about problems for a caller; positions in a text are omitted. */
    public static ProblemException redact(Caller caller, ProblemException problems) {
        List<Problem> ofChoices = problems.problems().stream()
                .filter(problem -> problem.place().isEmpty())
                .toList();
        if (caller.seesInside() || ofChoices.size() == problems.problems().size()) {
            return problems;
        }
        return ofChoices.isEmpty()
                ? new ProblemException(Problem.of(ProblemKind.INVALID_QUERY, "This view has an invalid query.", ADVICE))
                : new ProblemException(ofChoices);
    }
}
