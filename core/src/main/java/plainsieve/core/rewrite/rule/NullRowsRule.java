package plainsieve.core.rewrite.rule;

import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.statement.Placement;

/**
 * Selects null rows if the parameter is blank and its rule requires that.
 *
 * <pre>
 * x = :p    :p blank   x is null
 * x &lt;&gt; :p   :p blank   x is not null
 * </pre>
 */
public final class NullRowsRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (!(conditionSite.shape() instanceof ConditionShape.Membership membership)) {
            return Optional.empty();
        }
        boolean asked = conditionSite.places().stream()
                .filter(place -> place.token() == membership.parameter())
                .anyMatch(place -> OmitConditionRule.filtersNothing(place, choices, BlankRule.ROWS_WITHOUT_VALUE));
        if (!asked) {
            return Optional.empty();
        }
        Fragment test = Fragment.of(membership.negated() ? " is not null" : " is null");
        return Optional.of(ConditionChange.edits(
                ExpandValuesRule.replaceTest(conditionSite, membership, sourceText, test),
                Map.of(membership.parameter(), Placement.Outcome.WITHOUT_VALUE)));
    }
}
