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
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

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
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (conditionSite.shape() instanceof Membership membership) {
            return membership(conditionSite, membership, choices, sourceText);
        }
        return conditionSite.shape() instanceof ItemsOfList list
                ? items(conditionSite, list, choices, sourceText)
                : Optional.empty();
    }

    private static Optional<ConditionChange> membership(
            ConditionSite conditionSite, Membership membership, Choices choices, SourceText sourceText) {
        String name = sourceText.tokens().parameterName(membership.parameter());
        Optional<Choice.Many> chosen = asMany(choices, name, membership.wrapped());
        if (chosen.isEmpty()) {
            return Optional.empty();
        }
        Choice.Many many = chosen.get();
        List<Edit> edits = new ArrayList<>(3);
        Fragment.Builder test = Fragment.build();
        if (!many.values().isEmpty()) {
            refuseTooMany(many, conditionSite, sourceText);
            new ValueListWriter(choices.parameter(name), many.values(), clause(conditionSite), sourceText)
                    .test(test, membership);
        }
        if (many.withoutValue()) {
            String nullTest = membership.negated() ? " is not null" : " is null";
            if (!many.values().isEmpty()) {
                refuseParameterInColumn(conditionSite, membership.column(), sourceText);
                edits.add(Edit.insert(sourceText.start(conditionSite.span()), Fragment.of("(")));
                test.text(membership.negated() ? " and " : " or ").text(sourceText.text(membership.column()));
            }
            test.text(nullTest).text(many.values().isEmpty() ? "" : ")");
        }
        edits.addAll(replaceTest(conditionSite, membership, sourceText, test.done()));
        return Optional.of(ConditionChange.edits(edits, Map.of(membership.parameter(), outcome(many))));
    }

    /**
     * The values to expand. A single value can stay in {@code =} and {@code in}, but not in {@code any(…)} or
     * {@code coalesce(…)}. All means each listed value here: an unfiltered condition has been omitted before.
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

    /** Edits that keep the column and replace the test. */
    public static List<Edit> replaceTest(
            ConditionSite conditionSite, Membership membership, SourceText sourceText, Fragment test) {
        Span whole = conditionSite.span();
        int columnStart = sourceText.start(membership.column());
        int columnEnd = sourceText.end(membership.column());
        Edit replace = new Edit(columnEnd, sourceText.end(whole), test);
        return membership.flipped()
                ? List.of(Edit.remove(sourceText.start(whole), columnStart), replace)
                : List.of(replace);
    }

    private static Clause.Kind clause(ConditionSite conditionSite) {
        return conditionSite.places().get(0).clause();
    }

    private static void refuseTooMany(Choice.Many many, ConditionSite conditionSite, SourceText sourceText) {
        boolean spread = sourceText.dialect().longList(many.values().get(0).type())
                == plainsieve.core.dialect.Dialect.ListForm.SPREAD;
        if (spread && many.values().size() > sourceText.dialect().mostPlaceholders()) {
            throw new ProblemException(Problem.of(
                            ProblemKind.LIMIT_EXCEEDED,
                            "%,d values are chosen; %s accepts at most %,d."
                                    .formatted(
                                            many.values().size(),
                                            sourceText.dialect().name(),
                                            sourceText.dialect().mostPlaceholders()),
                            "Choose fewer.")
                    .at(sourceText.tokens().place(conditionSite.span().from())));
        }
    }

    public static void refuseParameterInColumn(ConditionSite conditionSite, Span column, SourceText sourceText) {
        conditionSite.places().stream()
                .filter(place -> column.contains(place.token()))
                .findFirst()
                .ifPresent(place -> {
                    throw new ProblemException(Problem.of(
                                    ProblemKind.NOT_SUPPORTED,
                                    "Rows without a value cannot be selected on an expression that contains :%s."
                                            .formatted(place.name()),
                                    "Compare a column, or do not choose “no value”.")
                            .at(sourceText.tokens().place(place.token())));
                });
    }

    private static Optional<ConditionChange> items(
            ConditionSite conditionSite, ItemsOfList list, Choices choices, SourceText sourceText) {
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        List<Integer> emptied = new ArrayList<>();
        boolean withoutValue = false;
        for (ParameterPlace place : conditionSite.places()) {
            Optional<Choice.Many> chosen = asMany(choices, place.name(), false);
            int item = itemAround(list, place, conditionSite);
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
            new ValueListWriter(choices.parameter(place.name()), chosen.get().values(), place.clause(), sourceText)
                    .spread(values, span, place.token());
            edits.add(new Edit(sourceText.start(span), sourceText.end(span), values.done()));
        }
        if (outcomes.isEmpty()) {
            return Optional.empty();
        }
        if (emptied.size() == list.items().size()) {
            String test = list.negated() ? " is not null" : " is null";
            Edit only =
                    new Edit(sourceText.end(list.column()), sourceText.end(conditionSite.span()), Fragment.of(test));
            return Optional.of(ConditionChange.edits(List.of(only), outcomes));
        }
        edits.addAll(withoutEmptied(list, emptied, sourceText));
        if (withoutValue) {
            edits.addAll(orNull(conditionSite, list, sourceText));
        }
        return Optional.of(ConditionChange.edits(edits, outcomes));
    }

    /** The item that contains only the parameter at the place; -1 if it contains another one. */
    private static int itemAround(ItemsOfList list, ParameterPlace place, ConditionSite conditionSite) {
        return IntStream.range(0, list.items().size())
                .filter(i -> list.items().get(i).contains(place.token()))
                .filter(i -> conditionSite.places().stream()
                        .noneMatch(
                                other -> other != place && list.items().get(i).contains(other.token())))
                .findFirst()
                .orElse(-1);
    }

    /**
     * Removes the items for which only null was chosen, each with the comma before it, or after it where no item
     * precedes. Nothing can replace them: NULL in NOT IN would match no row.
     */
    private static List<Edit> withoutEmptied(ItemsOfList list, List<Integer> emptied, SourceText sourceText) {
        List<Span> items = list.items();
        List<Edit> edits = new ArrayList<>();
        boolean keptBefore = false;
        for (int i = 0; i < items.size(); i++) {
            if (!emptied.contains(i)) {
                keptBefore = true;
            } else if (keptBefore) {
                edits.add(Edit.remove(sourceText.end(items.get(i - 1)), sourceText.end(items.get(i))));
            } else {
                edits.add(Edit.remove(sourceText.start(items.get(i)), sourceText.start(items.get(i + 1))));
            }
        }
        return edits;
    }

    private static List<Edit> orNull(ConditionSite conditionSite, ItemsOfList list, SourceText sourceText) {
        refuseParameterInColumn(conditionSite, list.column(), sourceText);
        String column = sourceText.text(list.column());
        String test = list.negated() ? " and " + column + " is not null)" : " or " + column + " is null)";
        return List.of(
                Edit.insert(sourceText.start(conditionSite.span()), Fragment.of("(")),
                Edit.insert(sourceText.end(conditionSite.span()), Fragment.of(test)));
    }
}
