package plainsieve.core.steps.compile;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import plainsieve.core.dialect.ExpressionSyntax;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.value.Type;

/** Compiles type conversions. A text that cannot be converted yields null, or the given replacement, in every database. */
final class ConversionSql {
    private static final Set<Type> NUMBERS = Set.of(Type.INTEGER, Type.DECIMAL);
    private static final Set<Type> TIMES = Set.of(Type.DATE, Type.DATETIME);

    private final ExpressionSql expressions;
    private final ExpressionSyntax expressionSyntax;

    ConversionSql(ExpressionSql expressions) {
        this.expressions = expressions;
        this.expressionSyntax = expressions.forms();
    }

    SqlExpression of(StepExpression.Call call) {
        SqlExpression of = expressions.of(call.arguments().get(0));
        StepOrigin origin = expressions.making().origin(call.at());
        boolean always = of.type()
                .filter(call.function() == StepFunction.AS_DAY ? TIMES::contains : NUMBERS::contains)
                .isPresent();
        if (always) {
            SqlFragment sql = form(p -> changed(call.function(), p), origin, of.at(Binding.SINGLE, origin));
            return expressions.together(List.of(of), sql, call.function().type(), Binding.SINGLE);
        }
        SqlFragment read = form(p -> read(call.function(), p), origin, expressions.text(of, origin));
        SqlExpression perhaps =
                new SqlExpression(read, call.function().type(), of.level(), true, Binding.SINGLE, of.chosen());
        return call.arguments().size() == 1
                ? perhaps
                : orElse(of, perhaps, call.arguments().get(1), origin);
    }

    private static SqlFragment form(UnaryOperator<String> form, StepOrigin origin, SqlFragment of) {
        return SqlFragment.form(p -> form.apply(p.get(0)), origin, of);
    }

    private String changed(StepFunction function, String of) {
        return switch (function) {
            case AS_WHOLE -> expressionSyntax.asWhole(of);
            case AS_NUMBER -> expressionSyntax.asNumber(of);
            default -> expressionSyntax.asDay(of);
        };
    }

    private String read(StepFunction function, String text) {
        return switch (function) {
            case AS_WHOLE -> expressionSyntax.wholeOfText(text);
            case AS_NUMBER -> expressionSyntax.numberOfText(text);
            default -> expressionSyntax.dayOfText(text);
        };
    }

    /** A null stays null. */
    private SqlExpression orElse(SqlExpression of, SqlExpression perhaps, StepExpression fallback, StepOrigin origin) {
        SqlExpression other = expressions.of(fallback);
        SqlFragment sql = SqlFragment.form(
                p -> "coalesce(" + p.get(0) + ", case when " + p.get(1) + " is not null then " + p.get(2) + " end)",
                origin,
                perhaps.sql(),
                of.at(Binding.SINGLE, origin),
                other.sql());
        Optional<Type> type = perhaps.type();
        SqlExpression all = expressions.together(List.of(of, perhaps, other), sql, type, Binding.SINGLE);
        return of.mayBeEmpty() || other.mayBeEmpty() ? all : all.neverEmpty();
    }
}
