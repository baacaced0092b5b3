package plainsieve.core.steps.step;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** What expressions and conditions name. */
public final class Mentioned {
    private final List<Expression> all = new ArrayList<>();

    private Mentioned() {}

    /** The columns that a condition names, but for those of other rows. */
    public static Set<String> columns(Condition condition) {
        Mentioned mentioned = new Mentioned();
        mentioned.in(condition);
        Set<String> names = new LinkedHashSet<>();
        mentioned.all.forEach(one -> {
            if (one instanceof Expression.Column column && !column.theirs()) {
                names.add(column.name());
            }
        });
        return names;
    }

    /** The columns that an expression names, but for those of other rows. */
    public static Set<String> columns(Expression expression) {
        return columns(new Condition.Test(expression, Verb.HAS_ONE, List.of(), expression.at()));
    }

    /** Every function that an expression calls, outermost first. */
    public static List<Expression.Call> calls(Expression expression) {
        Mentioned mentioned = new Mentioned();
        mentioned.in(expression);
        return mentioned.all.stream()
                .filter(Expression.Call.class::isInstance)
                .map(Expression.Call.class::cast)
                .toList();
    }

    private void in(Condition condition) {
        if (condition instanceof Condition.And and) {
            and.all().forEach(this::in);
        } else if (condition instanceof Condition.Or or) {
            or.any().forEach(this::in);
        } else if (condition instanceof Condition.Not not) {
            in(not.condition());
        } else if (condition instanceof Condition.Test test) {
            in(test.left());
            test.others().forEach(this::in);
        } else if (condition instanceof Condition.Recent recent) {
            in(recent.left());
            in(recent.amount());
        }
    }

    private void in(Expression expression) {
        all.add(expression);
        if (expression instanceof Expression.Calculated calculated) {
            in(calculated.left());
            in(calculated.right());
        } else if (expression instanceof Expression.Moved moved) {
            in(moved.from());
            in(moved.amount());
        } else if (expression instanceof Expression.Stretch stretch) {
            in(stretch.of());
        } else if (expression instanceof Expression.Elapsed elapsed) {
            in(elapsed.from());
            in(elapsed.to());
        } else if (expression instanceof Expression.Call call) {
            call.arguments().forEach(this::in);
        } else if (expression instanceof Expression.Depending depending) {
            depending.branches().forEach(branch -> {
                in(branch.when());
                in(branch.then());
            });
            in(depending.otherwise());
        }
    }
}
