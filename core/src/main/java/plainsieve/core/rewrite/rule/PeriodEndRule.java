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
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Period;
import plainsieve.core.value.Value;

/**
 * Includes the whole chosen month, quarter or year in comparisons with its end, for dates and timestamps.
 *
 * <pre>
 * x &lt;= :month               2026-03   x &lt; ?                       2026-04-01
 * x > :month                2026-03   x >= ?                      2026-04-01
 * x between :low and :high  2026-03   (x >= ? and x &lt; ?)          …, 2026-04-01
 * </pre>
 *
 * {@code <} and {@code >=} use the first day, which is the value itself: they stay unchanged.
 */
public final class PeriodEndRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (conditionSite.shape() instanceof ConditionShape.Range range) {
            return range(conditionSite, range, choices, sourceText);
        }
        return conditionSite.shape() instanceof ConditionShape.Other
                ? comparison(conditionSite, choices, sourceText)
                : Optional.empty();
    }

    private static Optional<ConditionChange> comparison(
            ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        return conditionSite.places().stream()
                .filter(place -> after(place, choices).isPresent())
                .filter(place -> conditionSite.places().stream()
                        .noneMatch(other -> OmitConditionRule.filtersNothing(other, choices, BlankRule.NO_FILTER)))
                .flatMap(place -> comparison(conditionSite, place, choices, sourceText).stream())
                .findFirst();
    }

    private static Optional<ConditionChange> comparison(
            ConditionSite conditionSite, ParameterPlace place, Choices choices, SourceText sourceText) {
        Tokens tokens = sourceText.tokens();
        int token = place.token();
        boolean behind = token == conditionSite.span().to() - 1;
        boolean before = token == conditionSite.span().from();
        int operator = behind ? token - 1 : token + 1;
        Map<String, String> whole = behind ? Map.of("<=", "<", ">", ">=") : Map.of(">=", ">", "<", "<=");
        if (!(behind || before) || !tokens.is(operator, TokenKind.SYMBOL)) {
            return Optional.empty();
        }
        return Optional.ofNullable(whole.get(tokens.written(operator)))
                .map(symbol -> ConditionChange.edits(
                        List.of(
                                new Edit(tokens.start(operator), tokens.end(operator), Fragment.of(symbol)),
                                bound(place, after(place, choices).orElseThrow(), sourceText)),
                        Map.of(token, Placement.Outcome.WIDENED)));
    }

    private static Optional<ConditionChange> range(
            ConditionSite conditionSite, ConditionShape.Range range, Choices choices, SourceText sourceText) {
        Optional<ParameterPlace> high = conditionSite.places().stream()
                .filter(place -> range.high().length() == 1 && range.high().contains(place.token()))
                .findFirst();
        Optional<Value> after = high.flatMap(place -> after(place, choices));
        if (after.isEmpty()) {
            return Optional.empty();
        }
        ExpandValuesRule.refuseParameterInColumn(conditionSite, range.column(), sourceText);
        boolean lowBlank = conditionSite.places().stream()
                .filter(place -> range.low().contains(place.token()))
                .anyMatch(place -> OmitConditionRule.filtersNothing(place, choices, BlankRule.NO_FILTER));
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        outcomes.put(high.get().token(), Placement.Outcome.WIDENED);
        List<Edit> edits = new ArrayList<>();
        String end = range.negated() ? " >= " : " < ";
        int columnEnd = sourceText.end(range.column());
        if (lowBlank) {
            conditionSite.places().stream()
                    .filter(place -> range.low().contains(place.token()))
                    .forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
            edits.add(new Edit(columnEnd, sourceText.start(range.high()), Fragment.of(end)));
        } else {
            edits.add(Edit.insert(sourceText.start(conditionSite.span()), Fragment.of("(")));
            edits.add(
                    new Edit(columnEnd, sourceText.start(range.low()), Fragment.of(range.negated() ? " < " : " >= ")));
            edits.add(new Edit(
                    sourceText.end(range.low()),
                    sourceText.start(range.high()),
                    Fragment.of((range.negated() ? " or " : " and ") + sourceText.text(range.column()) + end)));
            edits.add(Edit.insert(sourceText.end(conditionSite.span()), Fragment.of(")")));
        }
        edits.add(bound(high.get(), after.get(), sourceText));
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

    private static Edit bound(ParameterPlace place, Value value, SourceText sourceText) {
        Span token = new Span(place.token(), place.token() + 1);
        return new Edit(
                sourceText.start(token),
                sourceText.end(token),
                Fragment.bound(place.name(), new PlaceholderBinding.Single(value)));
    }
}
