package plainsieve.core.steps.convert;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.steps.parse.StepQuoting;
import plainsieve.core.value.Value;

/** Writes expressions and conditions in the syntax of steps. */
final class StepText {
    /* Placeholder for the name of the joined rows until it is known. */
    private static final String QUALIFIER = "\uE001.";

    private StepText() {}

    /** The condition of a join. @param other the name of the other rows */
    static String ofJoin(StepCondition condition, String other) {
        return of(condition).replace(QUALIFIER, StepQuoting.name(other) + ".");
    }

    static String of(StepExpression expression) {
        if (expression instanceof StepExpression.Column column) {
            return (column.theirs() ? QUALIFIER : "") + StepQuoting.name(column.name());
        } else if (expression instanceof StepExpression.Literal fixed) {
            return fixed(fixed.value());
        } else if (expression instanceof StepExpression.ParameterValue chosen) {
            return ":" + chosen.parameter();
        } else if (expression instanceof StepExpression.Today) {
            return "today";
        } else if (expression instanceof StepExpression.NullValue) {
            return "no value";
        } else if (expression instanceof StepExpression.BinaryOperation calculated) {
            return parenthesized(calculated.left()) + " " + calculated.sign().written() + " "
                    + parenthesized(calculated.right());
        } else if (expression instanceof StepExpression.Call call) {
            return call(call);
        } else if (expression instanceof StepExpression.Conditional depending) {
            return depending(depending);
        }
        throw new IllegalStateException("nothing that SQL is read as");
    }

    private static String fixed(Value value) {
        return switch (value.type()) {
            case TEXT, NAME -> StepQuoting.text(value.written());
            case BOOLEAN -> value.written().toLowerCase(Locale.ROOT);
            default -> value.written();
        };
    }

    /** As an operand. */
    private static String parenthesized(StepExpression expression) {
        boolean loose = expression instanceof StepExpression.BinaryOperation
                || expression instanceof StepExpression.Conditional
                || expression instanceof StepExpression.Literal fixed
                        && fixed.value().written().startsWith("-");
        return loose ? "(" + of(expression) + ")" : of(expression);
    }

    private static String call(StepExpression.Call call) {
        if (call.function() == StepFunction.COALESCE) {
            return "coalesce(" + call.arguments().stream().map(StepText::of).collect(Collectors.joining(", ")) + ")";
        }
        return call.function().words() + " of " + parenthesized(call.arguments().get(0));
    }

    private static String depending(StepExpression.Conditional depending) {
        String branches = depending.branches().stream()
                .map(branch -> "if " + of(branch.when()) + " then " + parenthesized(branch.then()))
                .collect(Collectors.joining(" else "));
        return depending.fallback() instanceof StepExpression.NullValue
                ? branches
                : branches + " else " + parenthesized(depending.fallback());
    }

    static String of(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            return and.all().stream()
                    .map(one -> bracketed(one, one instanceof StepCondition.Or))
                    .collect(Collectors.joining(" and "));
        } else if (condition instanceof StepCondition.Or or) {
            return or.any().stream().map(StepText::of).collect(Collectors.joining(" or "));
        } else if (condition instanceof StepCondition.Not not) {
            return "not (" + of(not.condition()) + ")";
        }
        return test((StepCondition.Comparison) condition);
    }

    private static String bracketed(StepCondition condition, boolean needed) {
        return needed ? "(" + of(condition) + ")" : of(condition);
    }

    private static String test(StepCondition.Comparison test) {
        List<String> others = test.others().stream()
                .map(other -> other instanceof StepExpression.Literal ? of(other) : parenthesized(other))
                .toList();
        String lead = parenthesized(test.left()) + " " + test.verb().words();
        return switch (test.verb().operands()) {
            case NOTHING -> lead;
            case TWO -> lead + " " + others.get(0) + " " + test.verb().between() + " " + others.get(1);
            case ONE -> lead + " " + others.get(0);
            case LIST -> lead + " (" + String.join(", ", others) + ")";
        };
    }
}
