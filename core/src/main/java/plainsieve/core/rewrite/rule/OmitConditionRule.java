package plainsieve.core.rewrite.rule;

import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Omits a condition with a blank parameter whose rule is <i>no filter</i>, or a membership with all
 * values selected.
 * One side of an XOR cannot be omitted: any replacement would decide the result of the other.
 *
 * <pre>
 * x = :p and y = 1    :p blank   y = 1
 * x in (:p)           :p all     (nothing), unless the parameter sends each value
 * </pre>
 */
public final class OmitConditionRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        boolean blank =
                conditionSite.places().stream().anyMatch(place -> filtersNothing(place, choices, BlankRule.NO_FILTER));
        boolean whole =
                parametersOfMembership(conditionSite, sourceText).anyMatch(name -> meansEverything(name, choices));
        if (!blank && !whole) {
            return Optional.empty();
        }
        refuseInXor(conditionSite, sourceText);
        return Optional.of(ConditionChange.leaveOut());
    }

    private static void refuseInXor(ConditionSite conditionSite, SourceText sourceText) {
        Span condition = conditionSite.condition().span();
        int xor = Comparison.next(sourceText.tokens(), condition, condition.from(), i -> isXor(sourceText, i));
        if (xor > condition.from()) {
            throw new ProblemException(Problem.of(
                            ProblemKind.NOT_SUPPORTED,
                            ":%s is blank, and a condition of an XOR cannot be omitted."
                                    .formatted(conditionSite.places().get(0).name()),
                            "Rewrite the XOR with AND and OR, or require a value.")
                    .at(sourceText.tokens().place(xor))
                    .about(conditionSite.places().get(0).name()));
        }
    }

    private static boolean isXor(SourceText sourceText, int token) {
        return sourceText.dialect().syntax().has(Feature.PIPES_MEAN_OR)
                && sourceText.tokens().isWord(token, "xor");
    }

    /** Membership in all listed values matches all rows; non-membership does not, so a negated condition stays. */
    private static Stream<String> parametersOfMembership(ConditionSite conditionSite, SourceText sourceText) {
        if (conditionSite.shape() instanceof ConditionShape.Membership membership && !membership.negated()) {
            return Stream.of(sourceText.tokens().parameterName(membership.parameter()));
        }
        return conditionSite.shape() instanceof ConditionShape.ItemsOfList list && !list.negated()
                ? conditionSite.places().stream().map(ParameterPlace::name)
                : Stream.empty();
    }

    private static boolean meansEverything(String name, Choices choices) {
        return choices.of(name) instanceof Choice.All
                && !choices.parameter(name).sendEach();
    }

    public static boolean filtersNothing(ParameterPlace place, Choices choices, BlankRule rule) {
        return choices.of(place.name()).isBlank()
                && choices.parameter(place.name()).blankRule() == rule;
    }
}
