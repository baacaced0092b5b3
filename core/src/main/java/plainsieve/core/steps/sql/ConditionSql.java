package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.TimeUnit;
import plainsieve.core.steps.step.Verb;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Makes SQL of conditions. A column stands alone on the left where it can, so that an index on it serves. */
final class ConditionSql {
    private final ExpressionSql expressions;
    private final Making making;

    ConditionSql(ExpressionSql expressions) {
        this.expressions = expressions;
        this.making = expressions.making();
    }

    /** The conditions of which all have to be true, one by one. */
    List<Reckoned> each(Condition condition) {
        if (condition instanceof Condition.And and) {
            return and.all().stream().flatMap(one -> each(one).stream()).toList();
        }
        return condition instanceof Condition.Test || condition instanceof Condition.Recent
                ? single(condition)
                : List.of(of(condition));
    }

    Reckoned of(Condition condition) {
        if (condition instanceof Condition.And and) {
            return joined(and.all().stream().flatMap(one -> each(one).stream()).toList(), " and ", Binding.AND);
        }
        if (condition instanceof Condition.Or or) {
            return joined(or.any().stream().map(this::of).toList(), " or ", Binding.OR);
        }
        if (condition instanceof Condition.Not not) {
            Reckoned of = of(not.condition());
            Sql sql = Sql.of("not ", making.origin()).plus(of.sql().bracketed(making.origin()));
            return of.written(sql, Binding.NOT);
        }
        return joined(single(condition), " and ", Binding.AND);
    }

    private Reckoned joined(List<Reckoned> parts, String word, Binding binding) {
        if (parts.size() == 1) {
            return parts.get(0);
        }
        Binding wanted = binding == Binding.OR ? Binding.AND : Binding.NOT;
        List<Sql> all =
                parts.stream().map(part -> part.at(wanted, making.origin())).toList();
        return expressions.together(parts, Sql.joined(all, word, making.origin()), Optional.of(Type.BOOLEAN), binding);
    }

    /** One comparison; of a span there are two, so that either end can be left open. */
    private List<Reckoned> single(Condition condition) {
        if (condition instanceof Condition.Recent recent) {
            return recent(recent);
        }
        Condition.Test test = (Condition.Test) condition;
        Reckoned left = expressions.of(test.left());
        List<Reckoned> others = test.others().stream()
                .map(other -> fitting(left, test.left(), other))
                .toList();
        return new TestSql(expressions, test, making.origin(test.at())).of(left, others);
    }

    /** What a value is compared with, as one of its own type. */
    private Reckoned fitting(Reckoned left, Expression compared, Expression other) {
        Optional<Type> wanted = left.type();
        if (!(other instanceof Expression.Fixed fixed) || wanted.isEmpty() || fits(wanted.get(), fixed.value())) {
            return expressions.of(other);
        }
        try {
            return expressions.fixed(
                    ValueReader.read(wanted.get(), fixed.value().written()), making.origin(fixed.at()));
        } catch (ProblemException e) {
            String what = compared instanceof Expression.Column column ? "“" + column.name() + "”" : "This";
            throw making.wrong(
                    "type-mismatch",
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

    private List<Reckoned> recent(Condition.Recent recent) {
        Origin origin = making.origin(recent.at());
        Reckoned left = expressions.of(recent.left());
        Reckoned today = expressions.of(new Expression.Today(recent.at()));
        Expression amount = recent.amount();
        boolean countedDays = recent.unit() == TimeUnit.DAY
                && amount instanceof Expression.Fixed fixed
                && fixed.value() instanceof Value.Whole;
        Reckoned from;
        if (countedDays) {
            long days = ((Value.Whole) ((Expression.Fixed) amount).value()).number();
            from = expressions.moved(
                    today, true, new Expression.Fixed(new Value.Whole(days - 1), amount.at()), TimeUnit.DAY, origin);
        } else {
            Reckoned start = expressions.moved(today, true, amount, recent.unit(), origin);
            from = start.written(dayAfter(start, origin), Binding.SINGLE);
        }
        List<Reckoned> both = new ArrayList<>();
        both.add(compared(left, ">=", from, origin));
        both.add(compared(left, "<", today.written(dayAfter(today, origin), Binding.SUM), origin));
        return both;
    }

    private Sql dayAfter(Reckoned day, Origin origin) {
        return Sql.form(p -> making.dialect().dayAfter(p.get(0)), origin, day.at(Binding.PRODUCT, origin));
    }

    private Reckoned compared(Reckoned left, String sign, Reckoned right, Origin origin) {
        Sql sql = left.at(Binding.SUM, origin).and(" " + sign + " ", origin).plus(right.at(Binding.SUM, origin));
        return expressions.together(List.of(left, right), sql, Optional.of(Type.BOOLEAN), Binding.COMPARED);
    }

    /** Whether it asks somewhere for values that are missing. */
    static boolean asksForMissing(Condition condition) {
        if (condition instanceof Condition.And and) {
            return and.all().stream().anyMatch(ConditionSql::asksForMissing);
        }
        if (condition instanceof Condition.Or or) {
            return or.any().stream().anyMatch(ConditionSql::asksForMissing);
        }
        if (condition instanceof Condition.Not) {
            return true;
        }
        return condition instanceof Condition.Test test
                && (test.verb() == Verb.HAS_NONE
                        || test.verb() == Verb.HAS_ONE
                        || test.others().stream().anyMatch(Expression.Nothing.class::isInstance));
    }
}
