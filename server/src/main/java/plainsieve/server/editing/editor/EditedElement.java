package plainsieve.server.editing.editor;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The element of a report that a sentence belongs to. Written as {@code view:by-port}, {@code control:port} or {@code opening} in
 * addresses and requests.
 */
public sealed interface EditedElement {
    /** @param id of the view, within its report */
    record OfView(String id) implements EditedElement {}

    /** @param parameter the chosen parameter; the lower end of a range */
    record OfControl(String parameter) implements EditedElement {}

    record OfOpening() implements EditedElement {}

    /** Throws {@link ProblemException} for an unknown keyword. */
    static EditedElement read(String word) {
        if (word.equals("opening")) {
            return new OfOpening();
        }
        if (word.startsWith("view:")) {
            return new OfView(word.substring("view:".length()));
        }
        if (word.startsWith("control:")) {
            return new OfControl(word.substring("control:".length()));
        }
        throw new ProblemException(
                Problem.of(ProblemKind.UNKNOWN_ELEMENT, "Unknown element “%s”.".formatted(word), "Reload the page."));
    }
}
