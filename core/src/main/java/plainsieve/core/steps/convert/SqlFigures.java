package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.steps.model.StepExpression;

/** The aggregates of a query: in expressions, a column of their own name stands for each. */
final class SqlFigures {
    private static final Map<String, Measure.Function> FUNCTIONS = Map.of(
            "count", Measure.Function.COUNT,
            "sum", Measure.Function.SUM,
            "avg", Measure.Function.AVG,
            "min", Measure.Function.MIN,
            "max", Measure.Function.MAX);

    /** @param of empty for the number of rows */
    record Figure(Measure.Function function, Optional<StepExpression> of) {}

    private final SqlTokenReader words;
    private final SqlExpressionReader expressions;
    private final List<Figure> all = new ArrayList<>();
    private boolean within;

    SqlFigures(SqlTokenReader words, SqlExpressionReader expressions) {
        this.words = words;
        this.expressions = expressions;
    }

    boolean begins() {
        return words.isWord(0, List.copyOf(FUNCTIONS.keySet()));
    }

    List<Figure> all() {
        return all;
    }

    /** The column that represents a total until it has a name. */
    static StepExpression.Column column(int figure) {
        return new StepExpression.Column("\uE000" + figure, false, SqlTables.NOWHERE);
    }

    StepExpression read() {
        if (within) {
            throw words.unsupported("Nested aggregates need two steps.");
        }
        Measure.Function function = FUNCTIONS.get(words.consume().toLowerCase(Locale.ROOT));
        words.mustBracket('(');
        Figure figure = figure(function);
        words.mustBracket(')');
        if (words.isWord("over") || words.isWord("filter") || words.isWord("within")) {
            throw words.notHere();
        }
        if (!all.contains(figure)) {
            all.add(figure);
        }
        return column(all.indexOf(figure));
    }

    private Figure figure(Measure.Function function) {
        if (function == Measure.Function.COUNT && words.takesSymbol("*")) {
            return new Figure(function, Optional.empty());
        }
        boolean different = words.consumeIf("distinct");
        if (different && function != Measure.Function.COUNT) {
            throw words.unsupported("In steps, distinct values can only be counted.");
        }
        within = true;
        StepExpression of = expressions.read();
        within = false;
        boolean ofRows = function == Measure.Function.COUNT && !different && of instanceof StepExpression.Literal;
        return new Figure(
                different ? Measure.Function.COUNT_DISTINCT : function, ofRows ? Optional.empty() : Optional.of(of));
    }
}
