package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Makes SQL of one comparison. */
final class TestSql {
    private final ExpressionSql expressions;
    private final Condition.Test test;
    private final Origin origin;
    private final Dialect dialect;

    TestSql(ExpressionSql expressions, Condition.Test test, Origin origin) {
        this.expressions = expressions;
        this.test = test;
        this.origin = origin;
        this.dialect = expressions.making().dialect();
    }

    List<Reckoned> of(Reckoned left, List<Reckoned> others) {
        Reckoned first = others.isEmpty() ? left : others.get(0);
        boolean nothing = !test.others().isEmpty() && test.others().get(0) instanceof Expression.Nothing;
        return switch (test.verb()) {
            case IS -> List.of(nothing ? behind(left, " is null") : sign(left, "=", first));
            case IS_NOT -> List.of(nothing ? behind(left, " is not null") : sign(left, "<>", first));
            case IS_BELOW, IS_BEFORE -> List.of(sign(left, "<", first));
            case IS_AT_MOST -> List.of(sign(left, "<=", first));
            case IS_ABOVE -> List.of(sign(left, ">", first));
            case IS_AT_LEAST, IS_ON_OR_AFTER -> List.of(sign(left, ">=", first));
            case IS_AFTER -> List.of(sign(left, ">=", dayAfter(first)));
            case IS_ON_OR_BEFORE -> List.of(sign(left, "<", dayAfter(first)));
            case IS_ON -> List.of(sign(left, ">=", first), sign(left, "<", dayAfter(first)));
            case IS_SPAN -> List.of(sign(left, ">=", first), sign(left, "<", dayAfter(others.get(1))));
            case IS_BETWEEN, IS_FROM -> List.of(between(left, first, others.get(1)));
            case IS_ANY_OF -> List.of(list(left, " in (", others));
            case IS_NONE_OF -> List.of(list(left, " not in (", others));
            case HAS_NONE -> List.of(behind(left, " is null"));
            case HAS_ONE -> List.of(behind(left, " is not null"));
            case CONTAINS -> List.of(like(left, " like ", "%", "%"));
            case CONTAINS_NOT -> List.of(like(left, " not like ", "%", "%"));
            case STARTS -> List.of(like(left, " like ", "", "%"));
            case ENDS -> List.of(like(left, " like ", "%", ""));
        };
    }

    private Reckoned condition(List<Reckoned> parts, Sql sql) {
        return expressions.together(parts, sql, Optional.of(Type.BOOLEAN), Binding.COMPARED);
    }

    private Reckoned sign(Reckoned left, String sign, Reckoned right) {
        Sql sql = left.at(Binding.SUM, origin).and(" " + sign + " ", origin).plus(right.at(Binding.SUM, origin));
        return condition(List.of(left, right), sql);
    }

    private Reckoned behind(Reckoned left, String words) {
        return condition(List.of(left), left.at(Binding.SINGLE, origin).and(words, origin));
    }

    private Reckoned dayAfter(Reckoned day) {
        Sql sql = Sql.form(p -> dialect.dayAfter(p.get(0)), origin, day.at(Binding.PRODUCT, origin));
        return day.written(sql, Binding.SUM);
    }

    private Reckoned between(Reckoned left, Reckoned from, Reckoned to) {
        Sql sql = left.at(Binding.SUM, origin)
                .and(" between ", origin)
                .plus(from.at(Binding.SUM, origin))
                .and(" and ", origin)
                .plus(to.at(Binding.SUM, origin));
        return condition(List.of(left, from, to), sql);
    }

    private Reckoned list(Reckoned left, String words, List<Reckoned> others) {
        Sql all = Sql.joined(others.stream().map(Reckoned::sql).toList(), ", ", origin);
        Sql sql = left.at(Binding.SUM, origin).and(words, origin).plus(all).and(")", origin);
        List<Reckoned> parts = new ArrayList<>(others);
        parts.add(left);
        return condition(parts, sql);
    }

    /** A text within another. What is chosen is taken literally by the engine; a fixed one is written so here. */
    private Reckoned like(Reckoned left, String words, String before, String after) {
        Expression other = test.others().get(0);
        Sql text = expressions.text(left, origin);
        Reckoned sought = expressions.of(other);
        Sql pattern;
        if (other instanceof Expression.Fixed fixed) {
            pattern = fixedPattern(fixed.value(), before, after);
        } else {
            pattern = Sql.form(
                    p -> expressions.forms().around(before, p.get(0), after),
                    origin,
                    sought.at(Binding.SINGLE, origin));
        }
        return condition(List.of(left, sought), text.and(words, origin).plus(pattern));
    }

    private Sql fixedPattern(Value value, String before, String after) {
        String written = value.written();
        boolean odd = written.matches("(?s).*[%_\\\\].*");
        String plain = odd ? written.replaceAll("([%_!])", "!$1") : written;
        String literal = dialect.textLiteral(before + plain + after);
        return Sql.of(odd ? literal + " escape '!'" : literal, origin);
    }
}
