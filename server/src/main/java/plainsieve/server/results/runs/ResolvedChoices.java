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
 * Completed choices, with removed values and problems.
 *
 * @param parameters each with its permitted values
 * @param choices parsed and checked; missing for a parameter with a problem
 * @param texts the choices in link notation
 * @param removedValues selected values that are no longer listed
 * @param determined the permitted values of restricted parameters
 * @param problems all problems
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

    /** These choices if all of them are usable; otherwise throws all problems. */
    public ResolvedChoices orRefuse() {
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
        return this;
    }
}
