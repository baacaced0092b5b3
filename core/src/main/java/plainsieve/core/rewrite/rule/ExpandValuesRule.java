package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.ConditionShape.ItemsOfList;
import plainsieve.core.rewrite.rule.ConditionShape.Membership;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.Span;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Spreads many values over a membership.
 *
 * <pre>
 * x = :p            A, B, C            x in (?, ?, ?, ?)
 * x not in (:p)     A                  x not in (?)
 * x &lt;&gt; :p          100 values          x &lt;&gt; all(?)
 * x = :p            A, without value   (x in (?) or x is null)
 * x = lower(:p)     A, B               x in (lower(?), lower(?))
 * x in ('A', :p)    B, C               x in ('A', ?, ?)
 * </pre>
 */
public final class ExpandValuesRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite site, Choices choices, SourceText source) {
        if (site.shape() instanceof Membership membership) {
            return membership(site, membership, choices, source);
        }
        return site.shape() instanceof ItemsOfList list ? items(site, list, choices, source) : Optional.empty();
    }

    private static Optional<ConditionChange> membership(
            ConditionSite site, Membership membership, Choices choices, SourceText source) {
        String name = source.tokens().parameterName(membership.parameter());
        Optional<Choice.Many> chosen = asMany(choices, name, membership.wrapped());
        if (chosen.isEmpty()) {
            return Optional.empty();
        }
        Choice.Many many = chosen.get();
        List<Edit> edits = new ArrayList<>(3);
        Fragment.Builder test = Fragment.build();
        if (!many.values().isEmpty()) {
            refuseTooMany(many, site, source);
            new ValueListWriter(choices.parameter(name), many.values(), clause(site), source).test(test, membership);
        }
        if (many.withoutValue()) {
            String nullTest = membership.negated() ? " is not null" : " is null";
            if (!many.values().isEmpty()) {
                refuseParameterInColumn(site, membership.column(), source);
                edits.add(Edit.insert(source.start(site.span()), Fragment.of("(")));
                test.text(membership.negated() ? " and " : " or ").text(source.text(membership.column()));
            }
            test.text(nullTest).text(many.values().isEmpty() ? "" : ")");
        }
        edits.addAll(replaceTest(site, membership, source, test.done()));
        return Optional.of(ConditionChange.edits(edits, Map.of(membership.parameter(), outcome(many))));
    }

    /**
     * The values to spread. One value stands well in {@code =} and {@code in}, but not in {@code any(…)} or
     * {@code coalesce(…)}. All means each listed value here: where it filters nothing, the condition has been left out.
     */
    public static Optional<Choice.Many> asMany(Choices choices, String name, boolean wrapped) {
        Choice choice = choices.of(name);
        if (choice instanceof Choice.Many many) {
            return Optional.of(many);
        }
        if (choice instanceof Choice.All) {
            return choices.parameter(name).listedValues().map(values -> new Choice.Many(values, false));
        }
        return wrapped && choice instanceof Choice.One one
                ? Optional.of(new Choice.Many(List.of(one.value()), false))
                : Optional.empty();
    }

    private static Placement.Outcome outcome(Choice.Many chosen) {
        return chosen.values().isEmpty() ? Placement.Outcome.WITHOUT_VALUE : Placement.Outcome.SPREAD;
    }

    /** Edits that keep the column and put another test behind it. */
    public static List<Edit> replaceTest(ConditionSite site, Membership membership, SourceText source, Fragment test) {
        Span whole = site.span();
        int columnStart = source.start(membership.column());
        int columnEnd = source.end(membership.column());
        Edit replace = new Edit(columnEnd, source.end(whole), test);
        return membership.flipped()
                ? List.of(Edit.remove(source.start(whole), columnStart), replace)
                : List.of(replace);
    }

    private static Clause.Kind clause(ConditionSite site) {
        return site.places().get(0).clause();
    }

    private static void refuseTooMany(Choice.Many many, ConditionSite site, SourceText source) {
        boolean spread = source.dialect().longList(many.values().get(0).type())
                == plainsieve.core.dialect.Dialect.ListForm.SPREAD;
        if (spread && many.values().size() > source.dialect().mostPlaceholders()) {
            throw new ProblemException(Problem.of(
                            "too-many-values",
                            "%,d values are chosen; %s takes %,d at once."
                                    .formatted(
                                            many.values().size(),
                                            source.dialect().name(),
                                            source.dialect().mostPlaceholders()),
                            "Choose fewer.")
                    .at(source.tokens().place(site.span().from())));
        }
    }

    public static void refuseParameterInColumn(ConditionSite site, Span column, SourceText source) {
        site.places().stream()
                .filter(place -> column.contains(place.token()))
                .findFirst()
                .ifPresent(place -> {
                    throw new ProblemException(Problem.of(
                                    "without-value-of-expression",
                                    "Rows without a value cannot be asked of an expression that contains :%s."
                                            .formatted(place.name()),
                                    "Compare a column, or do not choose “no value”.")
                            .at(source.tokens().place(place.token())));
                });
    }

    private static Optional<ConditionChange> items(
            ConditionSite site, ItemsOfList list, Choices choices, SourceText source) {
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        List<Integer> emptied = new ArrayList<>();
        boolean withoutValue = false;
        for (ParameterPlace place : site.places()) {
            Optional<Choice.Many> chosen = asMany(choices, place.name(), false);
            int item = itemAround(list, place, site);
            if (chosen.isEmpty() || item < 0) {
                continue;
            }
            withoutValue |= chosen.get().withoutValue();
            outcomes.put(place.token(), outcome(chosen.get()));
            if (chosen.get().values().isEmpty()) {
                emptied.add(item);
                continue;
            }
            Span span = list.items().get(item);
            Fragment.Builder values = Fragment.build();
            new ValueListWriter(choices.parameter(place.name()), chosen.get().values(), place.clause(), source)
                    .spread(values, span, place.token());
            edits.add(new Edit(source.start(span), source.end(span), values.done()));
        }
        if (outcomes.isEmpty()) {
            return Optional.empty();
        }
        if (emptied.size() == list.items().size()) {
            String test = list.negated() ? " is not null" : " is null";
            Edit only = new Edit(source.end(list.column()), source.end(site.span()), Fragment.of(test));
            return Optional.of(ConditionChange.edits(List.of(only), outcomes));
        }
        edits.addAll(withoutEmptied(list, emptied, source));
        if (withoutValue) {
            edits.addAll(orNull(site, list, source));
        }
        return Optional.of(ConditionChange.edits(edits, outcomes));
    }

    /** The item whose only parameter stands at the place; -1 when another one stands in it. */
    private static int itemAround(ItemsOfList list, ParameterPlace place, ConditionSite site) {
        return IntStream.range(0, list.items().size())
                .filter(i -> list.items().get(i).contains(place.token()))
                .filter(i -> site.places().stream()
                        .noneMatch(
                                other -> other != place && list.items().get(i).contains(other.token())))
                .findFirst()
                .orElse(-1);
    }

    /**
     * Takes out the items for which only "no value" was chosen, each with the comma before it, or behind it where no item
     * stays before. Nothing can stand in their place: NULL in NOT IN would let no row pass.
     */
    private static List<Edit> withoutEmptied(ItemsOfList list, List<Integer> emptied, SourceText source) {
        List<Span> items = list.items();
        List<Edit> edits = new ArrayList<>();
        boolean keptBefore = false;
        for (int i = 0; i < items.size(); i++) {
            if (!emptied.contains(i)) {
                keptBefore = true;
            } else if (keptBefore) {
                edits.add(Edit.remove(source.end(items.get(i - 1)), source.end(items.get(i))));
            } else {
                edits.add(Edit.remove(source.start(items.get(i)), source.start(items.get(i + 1))));
            }
        }
        return edits;
    }

    private static List<Edit> orNull(ConditionSite site, ItemsOfList list, SourceText source) {
        refuseParameterInColumn(site, list.column(), source);
        String column = source.text(list.column());
        String test = list.negated() ? " and " + column + " is not null)" : " or " + column + " is null)";
        return List.of(
                Edit.insert(source.start(site.span()), Fragment.of("(")),
                Edit.insert(source.end(site.span()), Fragment.of(test)));
    }
}
