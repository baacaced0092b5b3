package plainsieve.core.steps.model;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** What expressions and conditions name. */
public final class StepMentions {
    private final List<StepExpression> all = new ArrayList<>();

    private StepMentions() {}

    /** The columns that a condition names, but for those of other rows. */
    public static Set<String> columns(StepCondition condition) {
        StepMentions stepMentions = new StepMentions();
        stepMentions.in(condition);
        Set<String> names = new LinkedHashSet<>();
        stepMentions.all.forEach(one -> {
            if (one instanceof StepExpression.Column column && !column.theirs()) {
                names.add(column.name());
            }
        });
        return names;
    }

    /** The columns that an expression names, but for those of other rows. */
    public static Set<String> columns(StepExpression expression) {
        return columns(new StepCondition.Test(expression, ComparisonOperator.HAS_ONE, List.of(), expression.at()));
    }

    /** Every function that an expression calls, outermost first. */
    public static List<StepExpression.Call> calls(StepExpression expression) {
        StepMentions stepMentions = new StepMentions();
        stepMentions.in(expression);
        return stepMentions.all.stream()
                .filter(StepExpression.Call.class::isInstance)
                .map(StepExpression.Call.class::cast)
                .toList();
    }

    private void in(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            and.all().forEach(this::in);
        } else if (condition instanceof StepCondition.Or or) {
            or.any().forEach(this::in);
        } else if (condition instanceof StepCondition.Not not) {
            in(not.condition());
        } else if (condition instanceof StepCondition.Test test) {
            in(test.left());
            test.others().forEach(this::in);
        } else if (condition instanceof StepCondition.Recent recent) {
            in(recent.left());
            in(recent.amount());
        }
    }

    private void in(StepExpression expression) {
        all.add(expression);
        if (expression instanceof StepExpression.Calculated calculated) {
            in(calculated.left());
            in(calculated.right());
        } else if (expression instanceof StepExpression.Moved moved) {
            in(moved.from());
            in(moved.amount());
        } else if (expression instanceof StepExpression.Stretch stretch) {
            in(stretch.of());
        } else if (expression instanceof StepExpression.Elapsed elapsed) {
            in(elapsed.from());
            in(elapsed.to());
        } else if (expression instanceof StepExpression.Call call) {
            call.arguments().forEach(this::in);
        } else if (expression instanceof StepExpression.Depending depending) {
            depending.branches().forEach(branch -> {
                in(branch.when());
                in(branch.then());
            });
            in(depending.otherwise());
        }
    }
}
