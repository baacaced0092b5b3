package plainsieve.core.sentence;

import java.util.List;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * An option of a mark.
 *
 * @param id identifies it when selected
 * @param note a description: "15 values"; may be empty
 * @param reason why it does not fit; empty if it does
 */
public record MarkOption(String id, String label, String note, String reason) {
    public static MarkOption of(String id, String words, String note) {
        return new MarkOption(id, words, note, "");
    }

    public static MarkOption misfit(String id, String words, String reason) {
        return new MarkOption(id, words, "", reason);
    }

    public boolean fits() {
        return reason.isEmpty();
    }

    /** The selected option. Throws {@link ProblemException} if it does not exist or does not fit. */
    public static MarkOption select(List<MarkOption> offers, String id) {
        MarkOption option = offers.stream()
                .filter(candidate -> candidate.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_OPTION, "“%s” is not possible here.".formatted(id), "Choose an option.")));
        if (!option.fits()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_OPTION,
                    "“%s” is not possible here: %s.".formatted(option.label(), option.reason()),
                    "Take another."));
        }
        return option;
    }
}
