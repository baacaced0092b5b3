package plainsieve.core.steps.simple;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import plainsieve.core.steps.read.StepWords;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Function;
import plainsieve.core.value.Value;

/** Writes what is reckoned and compared as the words of a step. */
final class StepText {
    private StepText() {}

    static String of(Expression expression) {
        if (expression instanceof Expression.Column column) {
            return (column.theirs() ? "their " : "") + StepWords.name(column.name());
        } else if (expression instanceof Expression.Fixed fixed) {
            return fixed(fixed.value());
        } else if (expression instanceof Expression.Chosen chosen) {
            return ":" + chosen.parameter();
        } else if (expression instanceof Expression.Today) {
            return "today";
        } else if (expression instanceof Expression.Nothing) {
            return "nothing";
        } else if (expression instanceof Expression.Calculated calculated) {
            return within(calculated.left()) + " " + calculated.sign().written() + " " + within(calculated.right());
        } else if (expression instanceof Expression.Call call) {
            return call(call);
        } else if (expression instanceof Expression.Depending depending) {
            return depending(depending);
        }
        throw new IllegalStateException("nothing that SQL is read as");
    }

    private static String fixed(Value value) {
        return switch (value.type()) {
            case TEXT, NAME -> StepWords.text(value.written());
            case BOOLEAN -> value.written().toLowerCase(Locale.ROOT);
            default -> value.written();
        };
    }

    /** As a part of something else. */
    private static String within(Expression expression) {
        boolean loose = expression instanceof Expression.Calculated
                || expression instanceof Expression.Depending
                || expression instanceof Expression.Fixed fixed
                        && fixed.value().written().startsWith("-");
        return loose ? "(" + of(expression) + ")" : of(expression);
    }

    private static String call(Expression.Call call) {
        if (call.function() == Function.FIRST_VALUE) {
            return "first value of ("
                    + call.arguments().stream().map(StepText::of).collect(Collectors.joining(", ")) + ")";
        }
        return call.function().words() + " of " + within(call.arguments().get(0));
    }

    private static String depending(Expression.Depending depending) {
        String branches = depending.branches().stream()
                .map(branch -> "if " + of(branch.when()) + " then " + within(branch.then()))
                .collect(Collectors.joining(" else "));
        return depending.otherwise() instanceof Expression.Nothing
                ? branches
                : branches + " else " + within(depending.otherwise());
    }

    static String of(Condition condition) {
        if (condition instanceof Condition.And and) {
            return and.all().stream()
                    .map(one -> bracketed(one, one instanceof Condition.Or))
                    .collect(Collectors.joining(" and "));
        } else if (condition instanceof Condition.Or or) {
            return or.any().stream().map(StepText::of).collect(Collectors.joining(" or "));
        } else if (condition instanceof Condition.Not not) {
            return "not (" + of(not.condition()) + ")";
        }
        return test((Condition.Test) condition);
    }

    private static String bracketed(Condition condition, boolean needed) {
        return needed ? "(" + of(condition) + ")" : of(condition);
    }

    private static String test(Condition.Test test) {
        List<String> others = test.others().stream()
                .map(other -> other instanceof Expression.Fixed ? of(other) : within(other))
                .toList();
        String lead = within(test.left()) + " " + test.verb().words();
        return switch (test.verb().wants()) {
            case NOTHING -> lead;
            case TWO -> lead + " " + others.get(0) + " " + test.verb().between() + " " + others.get(1);
            case ONE, LIST -> lead + " " + String.join(", ", others);
        };
    }
}
