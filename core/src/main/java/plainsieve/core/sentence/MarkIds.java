package plainsieve.core.sentence;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Names of marks. One of several is named by its number: {@code column/2}. */
final class MarkIds {
    static final String TITLE = "title";
    /** Optional parts that can be added. */
    static final String MORE = "+";

    private MarkIds() {}

    /** The index in the ID of a repeated mark. Throws {@link ProblemException} if it is out of range. */
    static int at(String mark, int size) {
        String number = mark.substring(mark.indexOf('/') + 1);
        if (!number.matches("\\d{1,4}") || Integer.parseInt(number) >= size) {
            throw new ProblemException(Problem.of(
                    ProblemKind.UNKNOWN_ELEMENT,
                    "This view no longer has “%s”.".formatted(mark),
                    "Reload it: it was changed."));
        }
        return Integer.parseInt(number);
    }

    /** For a mark that no sentence has. */
    static ProblemException unknown(String mark) {
        return new ProblemException(Problem.of(
                ProblemKind.UNKNOWN_ELEMENT, "Unknown mark “%s”.".formatted(mark), "Reload it: it was changed."));
    }
}
