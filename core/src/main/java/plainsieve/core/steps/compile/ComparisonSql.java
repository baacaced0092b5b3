package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Compiles one comparison. */
final class ComparisonSql {
    private final ExpressionSql expressions;
    private final StepCondition.Comparison test;
    private final StepOrigin origin;
    private final Dialect dialect;

    ComparisonSql(ExpressionSql expressions, StepCondition.Comparison test, StepOrigin origin) {
        this.expressions = expressions;
        this.test = test;
        this.origin = origin;
        this.dialect = expressions.making().dialect();
    }

    List<SqlExpression> of(SqlExpression left, List<SqlExpression> others) {
        SqlExpression first = others.isEmpty() ? left : others.get(0);
        boolean nothing = !test.others().isEmpty() && test.others().get(0) instanceof StepExpression.NullValue;
        return switch (test.verb()) {
            case EQUAL -> List.of(nothing ? afterEnd(left, " is null") : sign(left, "=", first));
            case NOT_EQUAL -> List.of(nothing ? afterEnd(left, " is not null") : sign(left, "<>", first));
            case LESS, BEFORE -> List.of(sign(left, "<", first));
            case LESS_OR_EQUAL -> List.of(sign(left, "<=", first));
            case GREATER -> List.of(sign(left, ">", first));
            case GREATER_OR_EQUAL, ON_OR_AFTER -> List.of(sign(left, ">=", first));
            case AFTER -> List.of(sign(left, ">=", dayAfter(first)));
            case ON_OR_BEFORE -> List.of(sign(left, "<", dayAfter(first)));
            case ON -> List.of(sign(left, ">=", first), sign(left, "<", dayAfter(first)));
            case DATE_RANGE -> List.of(sign(left, ">=", first), sign(left, "<", dayAfter(others.get(1))));
            case BETWEEN, RANGE -> List.of(between(left, first, others.get(1)));
            case IN -> List.of(list(left, " in (", others));
            case NOT_IN -> List.of(list(left, " not in (", others));
            case IS_NULL -> List.of(afterEnd(left, " is null"));
            case IS_NOT_NULL -> List.of(afterEnd(left, " is not null"));
            case CONTAINS -> List.of(like(left, " like ", "%", "%"));
            case NOT_CONTAINS -> List.of(like(left, " not like ", "%", "%"));
            case STARTS_WITH -> List.of(like(left, " like ", "", "%"));
            case ENDS_WITH -> List.of(like(left, " like ", "%", ""));
        };
    }

    private SqlExpression condition(List<SqlExpression> parts, SqlFragment sql) {
        return expressions.together(parts, sql, Optional.of(Type.BOOLEAN), Binding.COMPARED);
    }

    private SqlExpression sign(SqlExpression left, String sign, SqlExpression right) {
        SqlFragment sql =
                left.at(Binding.SUM, origin).and(" " + sign + " ", origin).plus(right.at(Binding.SUM, origin));
        return condition(List.of(left, right), sql);
    }

    private SqlExpression afterEnd(SqlExpression left, String words) {
        return condition(List.of(left), left.at(Binding.SINGLE, origin).and(words, origin));
    }

    private SqlExpression dayAfter(SqlExpression day) {
        SqlFragment sql = SqlFragment.form(p -> dialect.dayAfter(p.get(0)), origin, day.at(Binding.PRODUCT, origin));
        return day.written(sql, Binding.SUM);
    }

    private SqlExpression between(SqlExpression left, SqlExpression from, SqlExpression to) {
        SqlFragment sql = left.at(Binding.SUM, origin)
                .and(" between ", origin)
                .plus(from.at(Binding.SUM, origin))
                .and(" and ", origin)
                .plus(to.at(Binding.SUM, origin));
        return condition(List.of(left, from, to), sql);
    }

    private SqlExpression list(SqlExpression left, String words, List<SqlExpression> others) {
        SqlFragment all =
                SqlFragment.joined(others.stream().map(SqlExpression::sql).toList(), ", ", origin);
        SqlFragment sql =
                left.at(Binding.SUM, origin).and(words, origin).plus(all).and(")", origin);
        List<SqlExpression> parts = new ArrayList<>(others);
        parts.add(left);
        return condition(parts, sql);
    }

    /** A text search. The engine escapes chosen values; literals are escaped here. */
    private SqlExpression like(SqlExpression left, String words, String before, String after) {
        StepExpression other = test.others().get(0);
        SqlFragment text = expressions.text(left, origin);
        SqlExpression sought = expressions.of(other);
        SqlFragment pattern;
        if (other instanceof StepExpression.Literal fixed) {
            pattern = fixedPattern(fixed.value(), before, after);
        } else {
            pattern = SqlFragment.form(
                    p -> expressions.forms().wrapDerived(before, p.get(0), after),
                    origin,
                    sought.at(Binding.SINGLE, origin));
        }
        return condition(List.of(left, sought), text.and(words, origin).plus(pattern));
    }

    private SqlFragment fixedPattern(Value value, String before, String after) {
        String written = value.written();
        boolean odd = written.matches("(?s).*[%_\\\\].*");
        String plain = odd ? written.replaceAll("([%_!])", "!$1") : written;
        String literal = dialect.textLiteral(before + plain + after);
        return SqlFragment.of(odd ? literal + " escape '!'" : literal, origin);
    }
}
