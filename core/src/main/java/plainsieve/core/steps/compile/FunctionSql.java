package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.dialect.ExpressionSyntax;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Makes SQL of functions. */
final class FunctionSql {
    private final ExpressionSql expressions;

    FunctionSql(ExpressionSql expressions) {
        this.expressions = expressions;
    }

    SqlExpression of(StepExpression.Call call) {
        if (call.function().changesType()) {
            return new ConversionSql(expressions).of(call);
        }
        List<SqlExpression> arguments = new ArrayList<>();
        call.arguments().forEach(argument -> arguments.add(expressions.of(argument)));
        StepOrigin origin = expressions.making().origin(call.at());
        SqlFragment[] parts = call.function() == StepFunction.COALESCE
                ? expressions.unified(arguments, origin).toArray(SqlFragment[]::new)
                : arguments.stream()
                        .map(argument -> argument.at(Binding.SINGLE, origin))
                        .toArray(SqlFragment[]::new);
        SqlFragment sql = SqlFragment.form(p -> written(call, p, arguments), origin, parts);
        SqlExpression all = expressions.together(arguments, sql, type(call.function(), arguments), Binding.SINGLE);
        boolean oneIsThere = call.function() == StepFunction.COALESCE
                && arguments.stream().anyMatch(argument -> !argument.mayBeEmpty());
        return oneIsThere ? all.neverEmpty() : all;
    }

    private static Optional<Type> type(StepFunction function, List<SqlExpression> arguments) {
        Optional<Type> given = arguments.get(0).type();
        return switch (function) {
            case COALESCE ->
                arguments.stream().flatMap(argument -> argument.type().stream()).findFirst();
            case ABSOLUTE, BAND -> given.isPresent() ? given : function.type();
            default -> function.type();
        };
    }

    private String written(StepExpression.Call call, List<String> p, List<SqlExpression> arguments) {
        ExpressionSyntax expressionSyntax = expressions.forms();
        String of = p.get(0);
        return switch (call.function()) {
            case YEAR -> expressionSyntax.part(ExpressionSyntax.TimeField.YEAR, of);
            case QUARTER -> expressionSyntax.part(ExpressionSyntax.TimeField.QUARTER, of);
            case MONTH -> expressionSyntax.part(ExpressionSyntax.TimeField.MONTH, of);
            case DAY -> expressionSyntax.part(ExpressionSyntax.TimeField.DAY, of);
            case HOUR -> expressionSyntax.part(ExpressionSyntax.TimeField.HOUR, of);
            case WEEKDAY -> "(" + expressions.making().dialect().part(DatePart.WEEKDAY, of) + ")";
            case LENGTH -> expressionSyntax.length(of);
            case UPPER -> "upper(" + of + ")";
            case LOWER -> "lower(" + of + ")";
            case TRIMMED -> "trim(" + of + ")";
            case FIRST_CHARACTERS -> expressionSyntax.firstLetters(text(of, arguments), p.get(1));
            case LAST_CHARACTERS -> expressionSyntax.lastLetters(text(of, arguments), p.get(1));
            case ROUNDED -> expressionSyntax.rounded(of, p.get(1));
            case ABSOLUTE -> "abs(" + of + ")";
            case BAND -> band(call, of);
            case FISCAL_YEAR ->
                "(" + expressionSyntax.part(ExpressionSyntax.TimeField.YEAR, of) + " + case when "
                        + expressionSyntax.part(ExpressionSyntax.TimeField.MONTH, of) + " >= " + p.get(1) + " and "
                        + p.get(1)
                        + " > 1 then 1 else 0 end)";
            case COALESCE -> "coalesce(" + String.join(", ", p) + ")";
            case AS_TEXT -> expressions.making().dialect().asText(of);
            case AS_WHOLE, AS_NUMBER, AS_DAY -> throw new IllegalStateException("written elsewhere");
        };
    }

    private String text(String of, List<SqlExpression> arguments) {
        return arguments.get(0).type().equals(Optional.of(Type.TEXT))
                ? of
                : expressions.making().dialect().asText(of);
    }

    private String band(StepExpression.Call call, String of) {
        StepExpression width = call.arguments().get(1);
        if (width instanceof StepExpression.Literal fixed
                && !fixed.value().written().matches("-.*|0|0\\.0*")) {
            Value value = fixed.value();
            if (value.type() == Type.INTEGER || value.type() == Type.DECIMAL) {
                return "(" + expressions.making().dialect().band(new java.math.BigDecimal(value.written()), of) + ")";
            }
        }
        throw expressions
                .making()
                .wrong(
                        ProblemKind.INVALID_STEP,
                        width.at(),
                        "The width of a band must be greater than zero.",
                        "Write “band of … by 10”.");
    }
}
