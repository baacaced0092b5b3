package plainsieve.core.steps.model;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** The columns and parameters that expressions and conditions reference. */
public final class StepMentions {
    private final List<StepExpression> all = new ArrayList<>();

    private StepMentions() {}

    /** The columns in a condition, excluding those of joined rows. */
    public static Set<String> columns(StepCondition condition) {
        StepMentions stepMentions = new StepMentions();
        stepMentions.collect(condition);
        Set<String> names = new LinkedHashSet<>();
        stepMentions.all.forEach(one -> {
            if (one instanceof StepExpression.Column column && !column.theirs()) {
                names.add(column.name());
            }
        });
        return names;
    }

    /** The columns in an expression, excluding those of joined rows. */
    public static Set<String> columns(StepExpression expression) {
        return columns(
                new StepCondition.Comparison(expression, ComparisonOperator.IS_NOT_NULL, List.of(), expression.at()));
    }

    /** Every function that an expression calls, outermost first. */
    public static List<StepExpression.Call> calls(StepExpression expression) {
        StepMentions stepMentions = new StepMentions();
        stepMentions.collect(expression);
        return stepMentions.all.stream()
                .filter(StepExpression.Call.class::isInstance)
                .map(StepExpression.Call.class::cast)
                .toList();
    }

    private void collect(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            and.all().forEach(this::collect);
        } else if (condition instanceof StepCondition.Or or) {
            or.any().forEach(this::collect);
        } else if (condition instanceof StepCondition.Not not) {
            collect(not.condition());
        } else if (condition instanceof StepCondition.Comparison test) {
            collect(test.left());
            test.others().forEach(this::collect);
        } else if (condition instanceof StepCondition.Recent recent) {
            collect(recent.left());
            collect(recent.amount());
        }
    }

    private void collect(StepExpression expression) {
        all.add(expression);
        if (expression instanceof StepExpression.BinaryOperation calculated) {
            collect(calculated.left());
            collect(calculated.right());
        } else if (expression instanceof StepExpression.TimeOffset moved) {
            collect(moved.from());
            collect(moved.amount());
        } else if (expression instanceof StepExpression.PeriodBoundary stretch) {
            collect(stretch.of());
        } else if (expression instanceof StepExpression.TimeDifference elapsed) {
            collect(elapsed.from());
            collect(elapsed.to());
        } else if (expression instanceof StepExpression.Call call) {
            call.arguments().forEach(this::collect);
        } else if (expression instanceof StepExpression.Conditional depending) {
            depending.branches().forEach(branch -> {
                collect(branch.when());
                collect(branch.then());
            });
            collect(depending.fallback());
        }
    }
}
