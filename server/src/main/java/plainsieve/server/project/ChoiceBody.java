package plainsieve.server.project;

import java.util.List;
import java.util.Locale;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * A choice on the wire and in the records.
 *
 * @param kind blank, all, or values
 * @param values as links write them: ISO dates, plain decimals
 */
public record ChoiceBody(String kind, List<String> values, boolean withoutValue) {
    public ChoiceBody {
        values = values == null ? List.of() : List.copyOf(values);
    }

    public static ChoiceBody blank() {
        return new ChoiceBody("blank", List.of(), false);
    }

    public static ChoiceBody of(String... values) {
        return new ChoiceBody("values", List.of(values), false);
    }

    public static ChoiceBody of(ChoiceText text) {
        return new ChoiceBody(text.kind().name().toLowerCase(Locale.ROOT), text.values(), text.withoutValue());
    }

    public ChoiceText toText() {
        for (ChoiceText.Kind known : ChoiceText.Kind.values()) {
            if (known.name().toLowerCase(Locale.ROOT).equals(kind)) {
                return new ChoiceText(known, values, withoutValue);
            }
        }
        throw new ProblemException(
                Problem.of("bad-choice", "“%s” is no kind of choice.".formatted(kind), "Use blank, all or values."));
    }
}
