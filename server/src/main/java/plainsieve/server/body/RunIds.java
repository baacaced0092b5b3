package plainsieve.server.body;

import java.util.UUID;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** IDs that callers assign to their runs in order to cancel them. */
public final class RunIds {
    private static final int LONGEST = 100;

    private RunIds() {}

    /** The given ID; a generated one if it is empty, for a run that is not cancelled. */
    public static String orNew(String id) {
        if (id == null || id.isEmpty()) {
            return UUID.randomUUID().toString();
        }
        if (id.length() > LONGEST) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "The id of the run has more than %d characters.".formatted(LONGEST),
                    "Shorten it."));
        }
        return id;
    }
}
