package plainsieve.server.body;

import java.util.UUID;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/** Ids that callers give their runs, to stop them by. */
public final class RunIds {
    private static final int LONGEST = 100;

    private RunIds() {}

    /** The id as it is given; one of our own when there is none, for a run that no one will stop. */
    public static String given(String id) {
        if (id == null || id.isEmpty()) {
            return UUID.randomUUID().toString();
        }
        if (id.length() > LONGEST) {
            throw new ProblemException(Problem.of(
                    "bad-run-id", "The id of the run has more than %d characters.".formatted(LONGEST), "Shorten it."));
        }
        return id;
    }
}
