package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.Source;
import plainsieve.core.rewrite.rule.AskForRowsWithoutValue;
import plainsieve.core.rewrite.rule.BindValue;
import plainsieve.core.rewrite.rule.Change;
import plainsieve.core.rewrite.rule.ConditionRule;
import plainsieve.core.rewrite.rule.CoverLastPeriod;
import plainsieve.core.rewrite.rule.CoverValues;
import plainsieve.core.rewrite.rule.EscapePattern;
import plainsieve.core.rewrite.rule.HalveRange;
import plainsieve.core.rewrite.rule.LeaveOutCondition;
import plainsieve.core.rewrite.rule.Site;
import plainsieve.core.rewrite.rule.SpreadValues;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.PerToken;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Type;

/** One application of choices to a prepared query: collects the edits, and what happened to each parameter. */
final class Rewriting {
    /**
     * A range whose last value covers a period before halving, which would cut that period off; halves before leaving
     * out, which would take the whole range; null tests before values, which need some.
     */
    static final List<ConditionRule> RULES = List.of(
            new CoverLastPeriod(),
            new HalveRange(),
            new LeaveOutCondition(),
            new AskForRowsWithoutValue(),
            new CoverValues(),
            new SpreadValues(),
            new EscapePattern());

    private final List<ConditionRule> rules;
    private final Choices choices;
    private final Source source;
    final List<Edit> edits = new ArrayList<>();
    final PerToken<Placement.Outcome> outcomes;
    final Set<Condition.Leaf> leftOut = new HashSet<>();

    Rewriting(List<ConditionRule> rules, Choices choices, Source source) {
        this.rules = rules;
        this.choices = choices;
        this.source = source;
        this.outcomes = new PerToken<>(source.tokens().size());
    }

    void settle(List<OptionalFilter> filters) {
        for (OptionalFilter filter : filters) {
            leftOut.addAll(filter.leftOut(choices));
        }
    }

    /** Rewrites each condition by the first rule that fires; what no rule touches is bound as it stands. */
    void conditions(List<Site> sites) {
        for (Site site : sites) {
            if (leftOut.contains(site.condition())) {
                leaveOut(site);
            } else {
                condition(site);
            }
        }
    }

    private void condition(Site site) {
        Optional<Change> change = firstChange(site);
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

    private Optional<Change> firstChange(Site site) {
        for (ConditionRule rule : rules) {
            Optional<Change> change = rule.apply(site, choices, source);
            if (change.isPresent()) {
                return change;
            }
        }
        return Optional.empty();
    }

    private void leaveOut(Site site) {
        site.places().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
        site.settled().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
    }

    /** {@code case when :p is null then 1 when x = :p then 1 end = 1} leaves {@code x = ?}, in brackets when it needs them. */
    private void unwrap(Site site) {
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
            edits.add(BindValue.apply(place, choices, source));
            boolean name = choices.parameter(place.name()).type() == Type.NAME;
            outcomes.put(place.token(), name ? Placement.Outcome.NAMED : Placement.Outcome.BOUND);
        }
    }
}
