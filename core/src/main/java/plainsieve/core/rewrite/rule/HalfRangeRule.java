package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.statement.Placement;

/**
 * Keeps the given half of a range whose other end is blank.
 *
 * <pre>
 * x between :a and :b       :a blank   x &lt;= ?
 * x between :a and :b       :b blank   x &gt;= ?
 * x not between :a and :b   :b blank   x &lt; ?
 * </pre>
 *
 * BETWEEN is {@code x >= a AND x <= b}; omitting a blank end omits one of the two. NOT BETWEEN is
 * {@code x < a OR x > b}, of which likewise one part is omitted.
 */
public final class HalfRangeRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (!(conditionSite.shape() instanceof ConditionShape.Range range)
                || blankIn(range.column(), conditionSite, choices)
                || blankIn(range.low(), conditionSite, choices) == blankIn(range.high(), conditionSite, choices)) {
            return Optional.empty();
        }
        boolean low = blankIn(range.high(), conditionSite, choices);
        Span kept = low ? range.low() : range.high();
        String operator = low ? (range.negated() ? " < " : " >= ") : (range.negated() ? " > " : " <= ");
        List<Edit> edits = new ArrayList<>();
        edits.add(new Edit(sourceText.end(range.column()), sourceText.start(kept), Fragment.of(operator)));
        if (low) {
            edits.add(Edit.remove(sourceText.end(kept), sourceText.end(conditionSite.span())));
        }
        conditionSite.places().stream()
                .filter(place -> kept.contains(place.token()))
                .forEach(place -> edits.add(BindValueRule.apply(place, choices, sourceText)));
        return Optional.of(ConditionChange.edits(edits, outcomes(conditionSite, kept, range.column())));
    }

    private static boolean blankIn(Span part, ConditionSite conditionSite, Choices choices) {
        return conditionSite.places().stream()
                .filter(place -> part.contains(place.token()))
                .anyMatch(place -> OmitConditionRule.filtersNothing(place, choices, BlankRule.NO_FILTER));
    }

    private static Map<Integer, Placement.Outcome> outcomes(ConditionSite conditionSite, Span kept, Span column) {
        return conditionSite.places().stream()
                .filter(place -> !column.contains(place.token()))
                .collect(Collectors.toMap(
                        ParameterPlace::token,
                        place -> kept.contains(place.token()) ? Placement.Outcome.HALF : Placement.Outcome.LEFT_OUT));
    }
}
