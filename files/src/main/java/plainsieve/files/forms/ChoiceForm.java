package plainsieve.files.forms;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * A choice. Files write it in a short notation, see {@code ChoiceNotation}.
 *
 * @param values as links write them: ISO dates, plain decimals
 */
public record ChoiceForm(ChoiceText.Kind kind, List<String> values, boolean withoutValue) {
    public ChoiceForm {
        values = Absent.orEmpty(values);
    }

    public static ChoiceForm of(ChoiceText text) {
        return new ChoiceForm(text.kind(), text.values(), text.withoutValue());
    }

    public static Map<String, ChoiceForm> of(Map<String, ChoiceText> texts) {
        Map<String, ChoiceForm> forms = new HashMap<>();
        texts.forEach((name, text) -> forms.put(name, of(text)));
        return forms;
    }

    /** Throws {@link ProblemException} for a missing kind, a null among the values, and too many of them. */
    public ChoiceText toText() {
        if (values.stream().anyMatch(Objects::isNull)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE,
                    "A value of a choice is null.",
                    "Send \"withoutValue\": true for rows without a value."));
        }
        if (values.size() > FormLimits.MOST_VALUES) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE,
                    "A choice has more than %,d values.".formatted(FormLimits.MOST_VALUES),
                    "Choose all, or a range."));
        }
        if (kind == null) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE, "The kind of a choice is missing.", "Use blank, all or values."));
        }
        return new ChoiceText(kind, values, withoutValue);
    }

    /** @param choices missing when nothing is chosen */
    public static Map<String, ChoiceText> texts(Map<String, ChoiceForm> choices) {
        Map<String, ChoiceText> texts = new HashMap<>();
        if (choices != null) {
            choices.forEach((name, choice) -> texts.put(name, text(name, choice)));
        }
        return texts;
    }

    private static ChoiceText text(String name, ChoiceForm choice) {
        if (choice == null) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_CHOICE,
                            "The choice for :%s is missing.".formatted(name),
                            "Send {\"kind\": \"blank\"} for no choice.")
                    .about(name));
        }
        return choice.toText();
    }
}
