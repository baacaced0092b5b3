package plainsieve.core.steps.assist;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepMentions;
import plainsieve.core.value.Keyword;

/**
 * The rows that a step cannot process, selected by a substitute step.
 *
 * @param line that other step
 */
public record ProblemRows(Kind kind, String line) {
    /** Why they are odd. */
    public enum Kind implements Keyword {
        /** No other row belongs to them. */
        FOUND_NONE("found-none"),
        /** Rows whose value cannot be converted. */
        DO_NOT_FIT("do-not-fit");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /** As it is called on the wire. */
        @Override
        public String word() {
            return word;
        }
    }

    /** The problem rows of a step, if it can have some. */
    public static Optional<ProblemRows> of(StepsAnalysis.AnalyzedStep step) {
        if (step.step().isEmpty()) {
            return Optional.empty();
        }
        Step said = step.step().get();
        if (said instanceof Step.Join join) {
            return alone(join, step.written());
        }
        if (said instanceof Step.NewColumn made) {
            return unfit(made.value(), step.written());
        }
        return said instanceof Step.Fill fill ? unfit(fill.with(), step.written()) : Optional.empty();
    }

    private static Optional<ProblemRows> alone(Step.Join join, String written) {
        Optional<LineSpan> match = at(join.match());
        return match.map(span -> new ProblemRows(
                Kind.FOUND_NONE,
                "keep rows without a match in "
                        + written.substring(join.rows().at().start(), span.end())));
    }

    /** Where a match is written; nothing where a query is called, which finds its rows on its own. */
    private static Optional<LineSpan> at(Step.Match match) {
        if (match instanceof Step.SameColumns same) {
            return same.columns().isEmpty()
                    ? Optional.empty()
                    : Optional.of(same.columns().get(same.columns().size() - 1).at());
        }
        return Optional.of(((Step.Matching) match).at());
    }

    private static Optional<ProblemRows> unfit(StepExpression value, String written) {
        List<StepExpression.Call> changes = StepMentions.calls(value).stream()
                .filter(call -> call.function().changesType())
                .toList();
        String conditions = changes.stream()
                .map(call -> unfit(call, words(call.arguments().get(0), written)))
                .collect(Collectors.joining(" or "));
        return changes.isEmpty()
                ? Optional.empty()
                : Optional.of(new ProblemRows(Kind.DO_NOT_FIT, "where " + conditions));
    }

    private static String unfit(StepExpression.Call change, String of) {
        return "((%s) has a value and (%s of (%s)) has no value)"
                .formatted(of, change.function().words(), of);
    }

    private static String words(StepExpression expression, String written) {
        return written.substring(expression.at().start(), expression.at().end());
    }
}
