package plainsieve.core.rewrite.rule;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.ConditionShape.Membership;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Period;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/**
 * Matches everything that the chosen values cover.
 *
 * <pre>
 * x = :month        2026-03            (x >= ? and x &lt; ?)                     2026-03-01, 2026-04-01
 * x in (:months)    2026-01, -02, -05  (x >= ? and x &lt; ? or x >= ? and x &lt; ?)  …-01-01, …-03-01, …-05-01, …-06-01
 * x = :word         50%                (x like ?)                             %50\%%
 * x &lt;&gt; :word        ab                 not (x like ?)
 * </pre>
 *
 * NOT around it keeps unknown unknown, like {@code <>} and NOT IN. Adjacent periods are merged.
 */
public final class ValueCoverageRule implements ConditionRule {
    @Override
    public Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (!(conditionSite.shape() instanceof Membership membership)) {
            refuseInList(conditionSite, choices, sourceText);
            return Optional.empty();
        }
        Parameter parameter = choices.parameter(sourceText.tokens().parameterName(membership.parameter()));
        // A function of a month's first day, such as year(:month), is not a month.
        boolean insideCall =
                parameter.covers().period().isPresent() && membership.operand().from() != membership.parameter();
        Optional<Choice.Many> many = parameter.covers() == ValueCoverage.ITSELF || insideCall
                ? Optional.empty()
                : ExpandValuesRule.asMany(choices, parameter.name(), true);
        if (many.isEmpty() || many.get().values().isEmpty()) {
            return Optional.empty();
        }
        ExpandValuesRule.refuseParameterInColumn(conditionSite, membership.column(), sourceText);
        Fragment.Builder test = Fragment.build();
        boolean nulls = many.get().withoutValue();
        String column = sourceText.text(membership.column());
        test.text(nulls ? "(" : "").text(membership.negated() ? "not (" : "(");
        new Test(parameter, column, membership, sourceText).of(many.get().values(), test);
        test.text(")");
        if (nulls) {
            test.text(membership.negated() ? " and " + column + " is not null)" : " or " + column + " is null)");
        }
        Edit edit = new Edit(sourceText.start(conditionSite.span()), sourceText.end(conditionSite.span()), test.done());
        return Optional.of(
                ConditionChange.edits(List.of(edit), Map.of(membership.parameter(), Placement.Outcome.WIDENED)));
    }

    private static void refuseInList(ConditionSite conditionSite, Choices choices, SourceText sourceText) {
        if (!(conditionSite.shape() instanceof ConditionShape.ItemsOfList)) {
            return;
        }
        for (ParameterPlace place : conditionSite.places()) {
            Parameter parameter = choices.parameter(place.name());
            if (parameter.covers() != ValueCoverage.ITSELF) {
                throw new ProblemException(Problem.of(
                                ProblemKind.NOT_SUPPORTED,
                                "A value of :%s covers several values, which a list item cannot."
                                        .formatted(parameter.name()),
                                "Compare it in a separate condition.")
                        .at(sourceText.tokens().place(place.token()))
                        .about(parameter.name()));
            }
        }
    }

    /** One column against values that cover more than themselves. */
    private record Test(Parameter parameter, String column, Membership membership, SourceText source) {
        void of(List<Value> values, Fragment.Builder into) {
            Optional<Period> period = parameter.covers().period();
            if (period.isPresent()) {
                days(values, period.get(), into);
            } else {
                texts(values, into);
            }
        }

        private void days(List<Value> values, Period period, Fragment.Builder into) {
            String joint = "";
            for (Map.Entry<LocalDate, LocalDate> stretch :
                    stretches(values, period).entrySet()) {
                into.text(joint).text(column).text(" >= ");
                into.bind(parameter.name(), new PlaceholderBinding.Single(new Value.Day(stretch.getKey())));
                into.text(" and ").text(column).text(" < ");
                into.bind(parameter.name(), new PlaceholderBinding.Single(new Value.Day(stretch.getValue())));
                joint = " or ";
            }
        }

        /** First day to first day after, in order; adjacent ones merged. */
        private static TreeMap<LocalDate, LocalDate> stretches(List<Value> values, Period period) {
            List<LocalDate> firsts = values.stream()
                    .map(value -> period.first(((Value.Day) value).date()))
                    .distinct()
                    .sorted()
                    .collect(Collectors.toList());
            TreeMap<LocalDate, LocalDate> stretches = new TreeMap<>();
            for (LocalDate first : firsts) {
                boolean touches =
                        !stretches.isEmpty() && stretches.lastEntry().getValue().equals(first);
                stretches.put(touches ? stretches.lastKey() : first, period.after(first));
            }
            return stretches;
        }

        private void texts(List<Value> values, Fragment.Builder into) {
            String operand = source.text(membership.operand());
            int at = source.tokens().start(membership.parameter()) - source.start(membership.operand());
            int length = source.tokens().end(membership.parameter())
                    - source.tokens().start(membership.parameter());
            String before = operand.substring(0, at);
            String behind = operand.substring(at + length);
            String escape = source.dialect().has(SqlFeature.BACKSLASH_ESCAPES_LIKE) ? "" : " escape '\\'";
            String joint = "";
            for (Value value : values) {
                into.text(joint).text(column).text(" like ").text(before);
                into.bind(parameter.name(), new PlaceholderBinding.Single(new Value.Text(pattern(value.written()))));
                into.text(behind).text(escape);
                joint = " or ";
            }
        }

        private String pattern(String text) {
            String literal = PatternEscapeRule.escaped(text, '\\');
            return switch (parameter.covers()) {
                case STARTING -> literal + "%";
                case ENDING -> "%" + literal;
                default -> "%" + literal + "%";
            };
        }
    }
}
