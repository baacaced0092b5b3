package plainsieve.server.api.author.live;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** A property that is set when an object is created and cannot change. */
final class FixedProperty {
    private FixedProperty() {}

    /** The value so far. Throws {@link ProblemException} if a change has another one; it may omit it. */
    static String kept(String property, String soFar, String sent) {
        if (!sent.isEmpty() && !sent.equals(soFar)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "“%s” cannot change from “%s” to “%s”.".formatted(property, soFar, sent),
                    "Create another one instead."));
        }
        return soFar;
    }
}
