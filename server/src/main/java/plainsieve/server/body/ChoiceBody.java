package plainsieve.server.body;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * A choice on the wire.
 *
 * @param values as links write them: ISO dates, plain decimals
 */
public record ChoiceBody(ChoiceText.Kind kind, List<String> values, boolean withoutValue) {
    public ChoiceBody {
        values = Absent.orEmpty(values);
    }

    public static ChoiceBody of(ChoiceText text) {
        return new ChoiceBody(text.kind(), text.values(), text.withoutValue());
    }

    public static Map<String, ChoiceBody> of(Map<String, ChoiceText> texts) {
        Map<String, ChoiceBody> bodies = new HashMap<>();
        texts.forEach((name, text) -> bodies.put(name, of(text)));
        return bodies;
    }

    /** Throws {@link ProblemException} for a missing kind, a null among the values, and too many of them. */
    public ChoiceText toText() {
        if (values.stream().anyMatch(Objects::isNull)) {
            throw new ProblemException(Problem.of(
                    "bad-choice",
                    "A value of a choice is null.",
                    "Send \"withoutValue\": true for rows without a value."));
        }
        if (values.size() > RequestLimits.MOST_VALUES) {
            throw new ProblemException(Problem.of(
                    "bad-choice",
                    "A choice has more than %,d values.".formatted(RequestLimits.MOST_VALUES),
                    "Choose all, or a range."));
        }
        if (kind == null) {
            throw new ProblemException(
                    Problem.of("bad-choice", "The kind of a choice is missing.", "Use blank, all or values."));
        }
        return new ChoiceText(kind, values, withoutValue);
    }

    /** @param choices missing when nothing is chosen */
    public static Map<String, ChoiceText> texts(Map<String, ChoiceBody> choices) {
        Map<String, ChoiceText> texts = new HashMap<>();
        if (choices != null) {
            choices.forEach((name, choice) -> texts.put(name, text(name, choice)));
        }
        return texts;
    }

    private static ChoiceText text(String name, ChoiceBody choice) {
        if (choice == null) {
            throw new ProblemException(Problem.of(
                            "bad-choice",
                            "The choice for :%s is missing.".formatted(name),
                            "Send {\"kind\": \"blank\"} for no choice.")
                    .about(name));
        }
        return choice.toText();
    }
}
