package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Compiles conditions to SQL, with the bare column on the left where possible, so that an index on it can be used. */
final class ConditionSql {
    private final ExpressionSql expressions;
    private final CompileContext context;

    ConditionSql(ExpressionSql expressions) {
        this.expressions = expressions;
        this.context = expressions.making();
    }

    /** The operands of a top-level AND. */
    List<SqlExpression> each(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            return and.all().stream().flatMap(one -> each(one).stream()).toList();
        }
        return condition instanceof StepCondition.Comparison || condition instanceof StepCondition.Recent
                ? single(condition)
                : List.of(of(condition));
    }

    SqlExpression of(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            return joined(and.all().stream().flatMap(one -> each(one).stream()).toList(), " and ", Binding.AND);
        }
        if (condition instanceof StepCondition.Or or) {
            return joined(or.any().stream().map(this::of).toList(), " or ", Binding.OR);
        }
        if (condition instanceof StepCondition.Not not) {
            SqlExpression of = of(not.condition());
            SqlFragment sql =
                    SqlFragment.of("not ", context.origin()).plus(of.sql().bracketed(context.origin()));
            return of.written(sql, Binding.NOT);
        }
        return joined(single(condition), " and ", Binding.AND);
    }

    private SqlExpression joined(List<SqlExpression> parts, String word, Binding binding) {
        if (parts.size() == 1) {
            return parts.get(0);
        }
        Binding wanted = binding == Binding.OR ? Binding.AND : Binding.NOT;
        List<SqlFragment> all =
                parts.stream().map(part -> part.at(wanted, context.origin())).toList();
        return expressions.together(
                parts, SqlFragment.joined(all, word, context.origin()), Optional.of(Type.BOOLEAN), binding);
    }

    /** One comparison; a range results in two, so that either end can be open. */
    private List<SqlExpression> single(StepCondition condition) {
        if (condition instanceof StepCondition.Recent recent) {
            return recent(recent);
        }
        StepCondition.Comparison test = (StepCondition.Comparison) condition;
        SqlExpression left = expressions.of(test.left());
        List<SqlExpression> others = test.others().stream()
                .map(other -> fitting(left, test.left(), other))
                .toList();
        return new ComparisonSql(expressions, test, context.origin(test.at())).of(left, others);
    }

    /** The right operand converted to the type of the left one. */
    private SqlExpression fitting(SqlExpression left, StepExpression compared, StepExpression other) {
        Optional<Type> wanted = left.type();
        if (!(other instanceof StepExpression.Literal fixed) || wanted.isEmpty() || fits(wanted.get(), fixed.value())) {
            return expressions.of(other);
        }
        try {
            return expressions.fixed(
                    ValueReader.read(wanted.get(), fixed.value().written()), context.origin(fixed.at()));
        } catch (ProblemException e) {
            String what = compared instanceof StepExpression.Column column ? "“" + column.name() + "”" : "This";
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    fixed.at(),
                    "%s is a %s, and “%s” is none."
                            .formatted(
                                    what, wanted.get().inWords(), fixed.value().written()),
                    "Write one like %s.".formatted(wanted.get().example()));
        }
    }

    private static boolean fits(Type wanted, Value value) {
        return switch (wanted) {
            case DECIMAL, INTEGER -> value.type() == Type.INTEGER || value.type() == Type.DECIMAL;
            case DATE, DATETIME -> value.type() == Type.DATE || value.type() == Type.DATETIME;
            default -> value.type() == wanted;
        };
    }

    private List<SqlExpression> recent(StepCondition.Recent recent) {
        StepOrigin origin = context.origin(recent.at());
        SqlExpression left = expressions.of(recent.left());
        SqlExpression today = expressions.of(new StepExpression.Today(recent.at()));
        StepExpression amount = recent.amount();
        boolean countedDays = recent.unit() == TimeUnit.DAY
                && amount instanceof StepExpression.Literal fixed
                && fixed.value() instanceof Value.Whole;
        SqlExpression from;
        if (countedDays) {
            long days = ((Value.Whole) ((StepExpression.Literal) amount).value()).number();
            from = expressions.moved(
                    today,
                    true,
                    new StepExpression.Literal(new Value.Whole(days - 1), amount.at()),
                    TimeUnit.DAY,
                    origin);
        } else {
            SqlExpression start = expressions.moved(today, true, amount, recent.unit(), origin);
            from = start.written(dayAfter(start, origin), Binding.SINGLE);
        }
        List<SqlExpression> both = new ArrayList<>();
        both.add(compared(left, ">=", from, origin));
        both.add(compared(left, "<", today.written(dayAfter(today, origin), Binding.SUM), origin));
        return both;
    }

    private SqlFragment dayAfter(SqlExpression day, StepOrigin origin) {
        return SqlFragment.form(p -> context.dialect().dayAfter(p.get(0)), origin, day.at(Binding.PRODUCT, origin));
    }

    private SqlExpression compared(SqlExpression left, String sign, SqlExpression right, StepOrigin origin) {
        SqlFragment sql =
                left.at(Binding.SUM, origin).and(" " + sign + " ", origin).plus(right.at(Binding.SUM, origin));
        return expressions.together(List.of(left, right), sql, Optional.of(Type.BOOLEAN), Binding.COMPARED);
    }

    /** Whether it contains a null test. */
    static boolean testsForNull(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            return and.all().stream().anyMatch(ConditionSql::testsForNull);
        }
        if (condition instanceof StepCondition.Or or) {
            return or.any().stream().anyMatch(ConditionSql::testsForNull);
        }
        if (condition instanceof StepCondition.Not) {
            return true;
        }
        return condition instanceof StepCondition.Comparison test
                && (test.verb() == ComparisonOperator.IS_NULL
                        || test.verb() == ComparisonOperator.IS_NOT_NULL
                        || test.others().stream().anyMatch(StepExpression.NullValue.class::isInstance));
    }
}
