package plainsieve.core.steps.sql;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import plainsieve.core.dialect.Forms;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Function;
import plainsieve.core.value.Type;

/**
 * Makes SQL of values that become ones of another type. A text that does not fit is nothing then, or what is said for it: in no
 * database an error, and in none a nought that nobody meant.
 */
final class ChangeSql {
    private static final Set<Type> NUMBERS = Set.of(Type.INTEGER, Type.DECIMAL);
    private static final Set<Type> TIMES = Set.of(Type.DATE, Type.DATETIME);

    private final ExpressionSql expressions;
    private final Forms forms;

    ChangeSql(ExpressionSql expressions) {
        this.expressions = expressions;
        this.forms = expressions.forms();
    }

    Reckoned of(Expression.Call call) {
        Reckoned of = expressions.of(call.arguments().get(0));
        Origin origin = expressions.making().origin(call.at());
        boolean always = of.type()
                .filter(call.function() == Function.AS_DAY ? TIMES::contains : NUMBERS::contains)
                .isPresent();
        if (always) {
            Sql sql = form(p -> changed(call.function(), p), origin, of.at(Binding.SINGLE, origin));
            return expressions.together(List.of(of), sql, call.function().type(), Binding.SINGLE);
        }
        Sql read = form(p -> read(call.function(), p), origin, expressions.text(of, origin));
        Reckoned perhaps = new Reckoned(read, call.function().type(), of.level(), true, Binding.SINGLE, of.chosen());
        return call.arguments().size() == 1
                ? perhaps
                : orElse(of, perhaps, call.arguments().get(1), origin);
    }

    private static Sql form(UnaryOperator<String> form, Origin origin, Sql of) {
        return Sql.form(p -> form.apply(p.get(0)), origin, of);
    }

    private String changed(Function function, String of) {
        return switch (function) {
            case AS_WHOLE -> forms.asWhole(of);
            case AS_NUMBER -> forms.asNumber(of);
            default -> forms.asDay(of);
        };
    }

    private String read(Function function, String text) {
        return switch (function) {
            case AS_WHOLE -> forms.wholeOfText(text);
            case AS_NUMBER -> forms.numberOfText(text);
            default -> forms.dayOfText(text);
        };
    }

    /** What had no value before has none now. */
    private Reckoned orElse(Reckoned of, Reckoned perhaps, Expression otherwise, Origin origin) {
        Reckoned other = expressions.of(otherwise);
        Sql sql = Sql.form(
                p -> "coalesce(" + p.get(0) + ", case when " + p.get(1) + " is not null then " + p.get(2) + " end)",
                origin,
                perhaps.sql(),
                of.at(Binding.SINGLE, origin),
                other.sql());
        Optional<Type> type = perhaps.type();
        Reckoned all = expressions.together(List.of(of, perhaps, other), sql, type, Binding.SINGLE);
        return of.mayBeEmpty() || other.mayBeEmpty() ? all : all.neverEmpty();
    }
}
