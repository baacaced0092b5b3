package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Period;
import plainsieve.core.value.Value;

/**
 * Takes the whole of a chosen month, quarter or year where a comparison ends with it, whatever the column holds.
 *
 * <pre>
 * x &lt;= :month               2026-03   x &lt; ?                       2026-04-01
 * x > :month                2026-03   x >= ?                      2026-04-01
 * x between :low and :high  2026-03   (x >= ? and x &lt; ?)          …, 2026-04-01
 * </pre>
 *
 * {@code <} and {@code >=} begin with the first day, which is the value itself: there nothing is done.
 */
public final class PeriodEndRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite site, Choices choices, SourceText source) {
        if (site.shape() instanceof ConditionShape.Range range) {
            return range(site, range, choices, source);
        }
        return site.shape() instanceof ConditionShape.Other ? comparison(site, choices, source) : Optional.empty();
    }

    private static Optional<ConditionChange> comparison(ConditionSite site, Choices choices, SourceText source) {
        return site.places().stream()
                .filter(place -> after(place, choices).isPresent())
                .filter(place -> site.places().stream()
                        .noneMatch(other -> OmitConditionRule.filtersNothing(other, choices, BlankRule.NO_FILTER)))
                .flatMap(place -> comparison(site, place, choices, source).stream())
                .findFirst();
    }

    private static Optional<ConditionChange> comparison(
            ConditionSite site, ParameterPlace place, Choices choices, SourceText source) {
        Tokens tokens = source.tokens();
        int token = place.token();
        boolean behind = token == site.span().to() - 1;
        boolean before = token == site.span().from();
        int operator = behind ? token - 1 : token + 1;
        Map<String, String> whole = behind ? Map.of("<=", "<", ">", ">=") : Map.of(">=", ">", "<", "<=");
        if (!(behind || before) || !tokens.is(operator, TokenKind.SYMBOL)) {
            return Optional.empty();
        }
        return Optional.ofNullable(whole.get(tokens.written(operator)))
                .map(symbol -> ConditionChange.edits(
                        List.of(
                                new Edit(tokens.start(operator), tokens.end(operator), Fragment.of(symbol)),
                                bound(place, after(place, choices).orElseThrow(), source)),
                        Map.of(token, Placement.Outcome.WIDENED)));
    }

    private static Optional<ConditionChange> range(
            ConditionSite site, ConditionShape.Range range, Choices choices, SourceText source) {
        Optional<ParameterPlace> high = site.places().stream()
                .filter(place -> range.high().length() == 1 && range.high().contains(place.token()))
                .findFirst();
        Optional<Value> after = high.flatMap(place -> after(place, choices));
        if (after.isEmpty()) {
            return Optional.empty();
        }
        ExpandValuesRule.refuseParameterInColumn(site, range.column(), source);
        boolean lowBlank = site.places().stream()
                .filter(place -> range.low().contains(place.token()))
                .anyMatch(place -> OmitConditionRule.filtersNothing(place, choices, BlankRule.NO_FILTER));
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        outcomes.put(high.get().token(), Placement.Outcome.WIDENED);
        List<Edit> edits = new ArrayList<>();
        String end = range.negated() ? " >= " : " < ";
        int columnEnd = source.end(range.column());
        if (lowBlank) {
            site.places().stream()
                    .filter(place -> range.low().contains(place.token()))
                    .forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
            edits.add(new Edit(columnEnd, source.start(range.high()), Fragment.of(end)));
        } else {
            edits.add(Edit.insert(source.start(site.span()), Fragment.of("(")));
            edits.add(new Edit(columnEnd, source.start(range.low()), Fragment.of(range.negated() ? " < " : " >= ")));
            edits.add(new Edit(
                    source.end(range.low()),
                    source.start(range.high()),
                    Fragment.of((range.negated() ? " or " : " and ") + source.text(range.column()) + end)));
            edits.add(Edit.insert(source.end(site.span()), Fragment.of(")")));
        }
        edits.add(bound(high.get(), after.get(), source));
        return Optional.of(ConditionChange.edits(edits, outcomes));
    }

    /** The first day after the chosen period; nothing when the parameter's values cover no period. */
    private static Optional<Value> after(ParameterPlace place, Choices choices) {
        Optional<Period> period = choices.parameter(place.name()).covers().period();
        return period.isPresent()
                        && choices.of(place.name()) instanceof Choice.One one
                        && one.value() instanceof Value.Day day
                ? Optional.of(new Value.Day(period.get().after(day.date())))
                : Optional.empty();
    }

    private static Edit bound(ParameterPlace place, Value value, SourceText source) {
        Span token = new Span(place.token(), place.token() + 1);
        return new Edit(
                source.start(token),
                source.end(token),
                Fragment.bound(place.name(), new PlaceholderBinding.Single(value)));
    }
}
