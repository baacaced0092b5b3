package plainsieve.server.project;

import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Covers;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * A parameter of the project with its words, list, default and trial value.
 *
 * @param blankWords what viewers read when nothing is chosen: "any vessel"
 * @param unit what viewers read behind a value: "min"
 * @param everyRow in a row limit, the value that means every row; else empty
 * @param trialChoice what the author uses on the bench; never reaches a reader
 * @param version the version that a change was made from
 */
public record ParameterDefinition(
        String name,
        String label,
        String hint,
        String type,
        boolean many,
        String blankRule,
        String blankWords,
        String unit,
        ListDefinition list,
        String everyRow,
        ChoiceBody defaultChoice,
        ChoiceBody trialChoice,
        int version) {

    /** The parameter as the engine knows it, with the values it may take when it has a list. */
    public Parameter toParameter(Optional<AllowedValues> allowed) {
        return new Parameter(name, typeOrRefuse(), many, blankRuleOrRefuse(), allowed, everyRowValue(), false, Covers.ITSELF);
    }

    public Type typeOrRefuse() {
        return Type.ofWord(type)
                .orElseThrow(() -> refused("“%s” is no type.".formatted(type), "Choose a type from the list."));
    }

    private BlankRule blankRuleOrRefuse() {
        return BlankRule.ofWord(blankRule)
                .orElseThrow(() -> refused(
                        "“%s” is no blank rule.".formatted(blankRule),
                        "Use no-filter, rows-without-value or not-allowed."));
    }

    private OptionalLong everyRowValue() {
        if (everyRow.isEmpty()) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Long.parseLong(everyRow));
        } catch (NumberFormatException e) {
            throw refused(
                    "The value for every row must be a whole number, not “%s”.".formatted(everyRow),
                    "Write 0, or leave it empty.");
        }
    }

    private ProblemException refused(String message, String advice) {
        return new ProblemException(Problem.of("bad-parameter", message, advice).about(name));
    }

    /** The definition as readers get it: the trial value is the author's own. */
    public ParameterDefinition forReaders() {
        return new ParameterDefinition(
                name,
                label,
                hint,
                type,
                many,
                blankRule,
                blankWords,
                unit,
                list,
                everyRow,
                defaultChoice,
                ChoiceBody.blank(),
                version);
    }
}
