package plainsieve.core.rewrite;

import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.sql.ParameterPlace;

/**
 * Leaves out a condition one of whose parameters is blank with the rule <i>no filter</i>, or a membership whose
 * parameter is chosen whole.
 *
 * <pre>
 * x = :p and y = 1    :p blank   y = 1
 * x in (:p)           :p all     (nothing)
 * </pre>
 */
final class LeaveOutCondition implements ConditionRule {
    @Override
    public Optional<Change> apply(Site site, Choices choices, Source source) {
        boolean blank = site.places().stream().anyMatch(place -> filtersNothing(place, choices, BlankRule.NO_FILTER));
        boolean whole = site.shape() instanceof ConditionShape.Membership membership
                && choices.of(source.tokens().parameterName(membership.parameter())) instanceof Choice.All;
        return blank || whole ? Optional.of(Change.leaveOut()) : Optional.empty();
    }

    static boolean filtersNothing(ParameterPlace place, Choices choices, BlankRule rule) {
        return choices.of(place.name()).isBlank()
                && choices.parameter(place.name()).blankRule() == rule;
    }
}
