package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.BindValueRule;
import plainsieve.core.rewrite.rule.ConditionChange;
import plainsieve.core.rewrite.rule.ConditionRule;
import plainsieve.core.rewrite.rule.ConditionSite;
import plainsieve.core.rewrite.rule.ExpandValuesRule;
import plainsieve.core.rewrite.rule.HalfRangeRule;
import plainsieve.core.rewrite.rule.NullRowsRule;
import plainsieve.core.rewrite.rule.OmitConditionRule;
import plainsieve.core.rewrite.rule.PatternEscapeRule;
import plainsieve.core.rewrite.rule.PeriodEndRule;
import plainsieve.core.rewrite.rule.ValueCoverageRule;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Type;

/** Applies one set of choices to a prepared query; collects edits and placements. */
final class ChoiceRewriter {
    /**
     * Covering a period at the end of a range before halving, which would cut that period off; halving before omitting,
     * which would remove the whole range; null tests before values, which require some.
     */
    static final List<ConditionRule> RULES = List.of(
            new PeriodEndRule(),
            new HalfRangeRule(),
            new OmitConditionRule(),
            new NullRowsRule(),
            new ValueCoverageRule(),
            new ExpandValuesRule(),
            new PatternEscapeRule());

    private final List<ConditionRule> rules;
    private final Choices choices;
    private final SourceText sourceText;
    final List<Edit> edits = new ArrayList<>();
    final TokenMap<Placement.Outcome> outcomes;
    final Set<Condition.Leaf> leftOut = new HashSet<>();

    ChoiceRewriter(List<ConditionRule> rules, Choices choices, SourceText sourceText) {
        this.rules = rules;
        this.choices = choices;
        this.sourceText = sourceText;
        this.outcomes = new TokenMap<>(sourceText.tokens().size());
    }

    void settle(List<OptionalFilter> filters) {
        for (OptionalFilter filter : filters) {
            leftOut.addAll(filter.leftOut(choices));
        }
    }

    /** Rewrites each condition by the first rule that fires; otherwise its parameters are bound. */
    void conditions(List<ConditionSite> sites) {
        for (ConditionSite conditionSite : sites) {
            if (leftOut.contains(conditionSite.condition())) {
                leaveOut(conditionSite);
            } else {
                condition(conditionSite);
            }
        }
    }

    private void condition(ConditionSite conditionSite) {
        Optional<ConditionChange> change = firstChange(conditionSite);
        if (change.isPresent() && change.get().leftOut()) {
            leftOut.add(conditionSite.condition());
            leaveOut(conditionSite);
            return;
        }
        if (change.isPresent()) {
            edits.addAll(change.get().edits());
            change.get().outcomes().forEach(outcomes::put);
        }
        conditionSite.places().forEach(this::bind);
        conditionSite.settled().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
        if (conditionSite.isUnwrapped()) {
            unwrap(conditionSite);
        }
    }

    private Optional<ConditionChange> firstChange(ConditionSite conditionSite) {
        for (ConditionRule rule : rules) {
            Optional<ConditionChange> change = rule.apply(conditionSite, choices, sourceText);
            if (change.isPresent()) {
                return change;
            }
        }
        return Optional.empty();
    }

    private void leaveOut(ConditionSite conditionSite) {
        conditionSite.places().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
        conditionSite.settled().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
    }

    /** {@code case when :p is null then 1 when x = :p then 1 end = 1} leaves {@code x = ?}, in brackets when it needs them. */
    private void unwrap(ConditionSite conditionSite) {
        boolean joined = joins(conditionSite.span());
        edits.add(new Edit(
                sourceText.start(conditionSite.condition().span()),
                sourceText.start(conditionSite.span()),
                Fragment.of(joined ? "(" : "")));
        edits.add(new Edit(
                sourceText.end(conditionSite.span()),
                sourceText.end(conditionSite.condition().span()),
                Fragment.of(joined ? ")" : "")));
    }

    private boolean joins(Span span) {
        Tokens tokens = sourceText.tokens();
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.isWord(i, "or") || tokens.isWord(i, "and") || tokens.isSymbol(i, "||")) {
                return true;
            }
        }
        return false;
    }

    /** Binds a parameter that no rule has dealt with. */
    void bind(ParameterPlace place) {
        if (!outcomes.has(place.token())) {
            edits.add(BindValueRule.apply(place, choices, sourceText));
            boolean name = choices.parameter(place.name()).type() == Type.NAME;
            outcomes.put(place.token(), name ? Placement.Outcome.NAMED : Placement.Outcome.BOUND);
        }
    }
}
