package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;

/**
 * Spreads many values over a membership.
 *
 * <pre>
 * x = :p            A, B, C            x in (?, ?, ?, ?)
 * x not in (:p)     A                  x not in (?)
 * x &lt;&gt; :p          100 values          x &lt;&gt; all(?)
 * x = :p            A, without value   (x in (?) or x is null)
 * x in ('A', :p)    B, C               x in ('A', ?, ?)
 * </pre>
 *
 * Short lists are padded to a power of two by repeating the last value, and long ones are bound as one array: so the
 * text depends on the size class of the list only, and prepared plans are used again. A repeated value changes neither
 * IN nor NOT IN.
 */
final class SpreadValues implements ConditionRule {
    @Override
    public Optional<Change> apply(Site site, Choices choices, Source source) {
        if (site.shape() instanceof ConditionShape.Membership membership) {
            return membership(site, membership, choices, source);
        }
        return site.shape() instanceof ConditionShape.ItemsOfList ? items(site, choices, source) : Optional.empty();
    }

    private static Optional<Change> membership(
            Site site, ConditionShape.Membership membership, Choices choices, Source source) {
        String name = source.tokens().parameterName(membership.parameter());
        Optional<Choice.Many> chosen = asMany(choices.of(name), membership.wrapped());
        if (chosen.isEmpty()) {
            return Optional.empty();
        }
        Choice.Many many = chosen.get();
        List<Edit> edits = new ArrayList<>();
        Fragment.Builder test = Fragment.build();
        if (!many.values().isEmpty()) {
            values(test, choices.parameter(name), many.values(), membership.negated(), source);
        }
        if (many.withoutValue()) {
            String nullTest = membership.negated() ? " is not null" : " is null";
            if (!many.values().isEmpty()) {
                refuseParameterInColumn(site, membership, source);
                edits.add(Edit.insert(source.start(site.condition().span()), Fragment.of("(")));
                test.text(membership.negated() ? " and " : " or ").text(source.text(membership.column()));
            }
            test.text(nullTest).text(many.values().isEmpty() ? "" : ")");
        }
        edits.addAll(replaceTest(site, membership, source, test.done()));
        return Optional.of(Change.edits(edits, Map.of(membership.parameter(), Placement.Outcome.SPREAD)));
    }

    /** One value stands well in {@code =} and {@code in}, but not in {@code any(…)} or {@code coalesce(…)}. */
    private static Optional<Choice.Many> asMany(Choice choice, boolean wrapped) {
        if (choice instanceof Choice.Many many) {
            return Optional.of(many);
        }
        return wrapped && choice instanceof Choice.One one
                ? Optional.of(new Choice.Many(List.of(one.value()), false))
                : Optional.empty();
    }

    private static void values(
            Fragment.Builder test, Parameter parameter, List<Value> values, boolean negated, Source source) {
        if (values.size() > source.dialect().longestSpreadList()) {
            test.text(negated ? " <> all(" : " = any(")
                    .bind(parameter.name(), new Bound.Array(parameter.type(), values))
                    .text(")");
            return;
        }
        test.text(negated ? " not in (" : " in (");
        spread(test, parameter.name(), values);
        test.text(")");
    }

    private static void spread(Fragment.Builder list, String parameter, List<Value> values) {
        int padded = Integer.highestOneBit(Math.max(1, values.size() * 2 - 1));
        for (int i = 0; i < padded; i++) {
            list.text(i == 0 ? "" : ", ").bind(parameter, new Bound.Single(values.get(Math.min(i, values.size() - 1))));
        }
    }

    /** Edits that keep the column and put another test behind it. */
    static List<Edit> replaceTest(Site site, ConditionShape.Membership membership, Source source, Fragment test) {
        Span whole = site.condition().span();
        int columnStart = source.start(membership.column());
        int columnEnd = source.end(membership.column());
        Edit replace = new Edit(columnEnd, source.end(whole), test);
        return membership.flipped()
                ? List.of(Edit.remove(source.start(whole), columnStart), replace)
                : List.of(replace);
    }

    private static void refuseParameterInColumn(Site site, ConditionShape.Membership membership, Source source) {
        site.places().stream()
                .filter(place -> membership.column().contains(place.token()))
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

    private static Optional<Change> items(Site site, Choices choices, Source source) {
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new java.util.HashMap<>();
        for (ParameterPlace place : site.places()) {
            boolean wholeItem = isBoundary(source, place.token() - 1) && isBoundary(source, place.token() + 1);
            boolean spreadable =
                    choices.of(place.name()) instanceof Choice.Many many && wholeItem && !many.withoutValue();
            if (spreadable) {
                Fragment.Builder list = Fragment.build();
                spread(list, place.name(), ((Choice.Many) choices.of(place.name())).values());
                edits.add(new Edit(
                        source.tokens().start(place.token()), source.tokens().end(place.token()), list.done()));
                outcomes.put(place.token(), Placement.Outcome.SPREAD);
            }
        }
        return edits.isEmpty() ? Optional.empty() : Optional.of(Change.edits(edits, outcomes));
    }

    private static boolean isBoundary(Source source, int token) {
        return source.tokens().is(token, TokenKind.COMMA)
                || source.tokens().isBracket(token, '(')
                || source.tokens().isBracket(token, ')');
    }
}
