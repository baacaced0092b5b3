package plainsieve.server.results.runs;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.RestrictedChoice;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Completed choices, with the values that were dropped and the problems.
 *
 * @param parameters each with the values it may take
 * @param choices read and checked; a parameter with a problem has none
 * @param texts the choices as links write them
 * @param removedValues chosen values that are no longer on their list and were taken out
 * @param determined what belongs to them of each parameter that is held for who asks
 * @param problems everything that cannot be used
 */
public record ResolvedChoices(
        Map<String, Parameter> parameters,
        Map<String, Choice> choices,
        Map<String, ChoiceText> texts,
        Map<String, List<String>> removedValues,
        Map<String, RestrictedChoice> determined,
        List<Problem> problems) {
    public ResolvedChoices {
        parameters = new LinkedHashMap<>(parameters);
        choices = new LinkedHashMap<>(choices);
        texts = new LinkedHashMap<>(texts);
        removedValues = Map.copyOf(removedValues);
        determined = Map.copyOf(determined);
        problems = List.copyOf(problems);
    }

    /** The parameters with a fixed value for the caller. */
    public List<String> settled() {
        return determined.entrySet().stream()
                .filter(theirs -> theirs.getValue().isOneValue())
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    /** These choices, if all of them can be used; else every problem at once. */
    public ResolvedChoices orRefuse() {
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
        return this;
    }
}
