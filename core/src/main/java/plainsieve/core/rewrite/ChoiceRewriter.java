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
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenMap;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Type;

/** One application of choices to a prepared query: collects the edits, and what happened to each parameter. */
final class ChoiceRewriter {
    /**
     * A range whose last value covers a period before halving, which would cut that period off; halves before leaving
     * out, which would take the whole range; null tests before values, which need some.
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
    private final SourceText source;
    final List<Edit> edits = new ArrayList<>();
    final TokenMap<Placement.Outcome> outcomes;
    final Set<Condition.Leaf> leftOut = new HashSet<>();

    ChoiceRewriter(List<ConditionRule> rules, Choices choices, SourceText source) {
        this.rules = rules;
        this.choices = choices;
        this.source = source;
        this.outcomes = new TokenMap<>(source.tokens().size());
    }

    void settle(List<OptionalFilter> filters) {
        for (OptionalFilter filter : filters) {
            leftOut.addAll(filter.leftOut(choices));
        }
    }

    /** Rewrites each condition by the first rule that fires; what no rule touches is bound as it stands. */
    void conditions(List<ConditionSite> sites) {
        for (ConditionSite site : sites) {
            if (leftOut.contains(site.condition())) {
                leaveOut(site);
            } else {
                condition(site);
            }
        }
    }

    private void condition(ConditionSite site) {
        Optional<ConditionChange> change = firstChange(site);
        if (change.isPresent() && change.get().leftOut()) {
            leftOut.add(site.condition());
            leaveOut(site);
            return;
        }
        if (change.isPresent()) {
            edits.addAll(change.get().edits());
            change.get().outcomes().forEach(outcomes::put);
        }
        site.places().forEach(this::bind);
        site.settled().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
        if (site.isUnwrapped()) {
            unwrap(site);
        }
    }

    private Optional<ConditionChange> firstChange(ConditionSite site) {
        for (ConditionRule rule : rules) {
            Optional<ConditionChange> change = rule.apply(site, choices, source);
            if (change.isPresent()) {
                return change;
            }
        }
        return Optional.empty();
    }

    private void leaveOut(ConditionSite site) {
        site.places().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
        site.settled().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
    }

    /** {@code case when :p is null then 1 when x = :p then 1 end = 1} leaves {@code x = ?}, in brackets when it needs them. */
    private void unwrap(ConditionSite site) {
        boolean joined = joins(site.span());
        edits.add(new Edit(
                source.start(site.condition().span()), source.start(site.span()), Fragment.of(joined ? "(" : "")));
        edits.add(
                new Edit(source.end(site.span()), source.end(site.condition().span()), Fragment.of(joined ? ")" : "")));
    }

    private boolean joins(Span span) {
        Tokens tokens = source.tokens();
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
            edits.add(BindValueRule.apply(place, choices, source));
            boolean name = choices.parameter(place.name()).type() == Type.NAME;
            outcomes.put(place.token(), name ? Placement.Outcome.NAMED : Placement.Outcome.BOUND);
        }
    }
}
