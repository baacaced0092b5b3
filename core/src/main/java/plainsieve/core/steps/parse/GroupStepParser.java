package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;

/** Reads totals, what they are by, and orders. */
final class GroupStepParser {
    /** Longer words before those that begin them. */
    private static final List<Map.Entry<String, Measure.Function>> FIGURES = List.of(
            Map.entry("number of rows", Measure.Function.COUNT),
            Map.entry("number of different", Measure.Function.COUNT_DISTINCT),
            Map.entry("number of", Measure.Function.COUNT),
            Map.entry("sum of", Measure.Function.SUM),
            Map.entry("average of", Measure.Function.AVG),
            Map.entry("smallest", Measure.Function.MIN),
            Map.entry("largest", Measure.Function.MAX),
            Map.entry("median of", Measure.Function.MEDIAN));

    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private final StepConditionParser conditions;

    GroupStepParser(StepCursor cursor, StepExpressionParser expressions, StepConditionParser conditions) {
        this.cursor = cursor;
        this.expressions = expressions;
        this.conditions = conditions;
    }

    /** @param grouped whether keys come first */
    Step.Group read(boolean grouped) {
        List<Step.Key> keys = new ArrayList<>();
        if (grouped) {
            do {
                keys.add(key());
            } while (cursor.takes(","));
        }
        List<Step.Figure> figures = new ArrayList<>();
        if (!grouped || cursor.sees(":")) {
            cursor.must(":");
            do {
                figures.add(figure());
            } while (cursor.takes(","));
        }
        boolean above = !keys.isEmpty() && !figures.isEmpty() && cursor.takes("; also of every level above");
        return new Step.Group(keys, figures, above ? Optional.of(level()) : Optional.empty());
    }

    private Step.Name level() {
        return cursor.takes("as") ? newName() : new Step.Name("level", cursor.last());
    }

    /**
     * {@code rows to columns of state 'SAILED' as sailed, 'CANCELLED' as cancelled: number of rows by port}: a total for each
     * of the values, one next to the other.
     */
    Step.Group spread() {
        Step.Name column = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, column.at()));
        List<StepExpression> values = new ArrayList<>();
        List<Step.Name> names = new ArrayList<>();
        do {
            values.add(expressions.compared(column.name()));
            cursor.must("as");
            names.add(newName());
        } while (cursor.takes(","));
        cursor.must(":");
        Step.Figure figure = figure();
        List<Step.Key> keys = new ArrayList<>();
        if (cursor.takes("by")) {
            do {
                keys.add(key());
            } while (cursor.takes(","));
        }
        List<Step.Figure> figures = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            figures.add(spread(figure, column, values.get(i), names.get(i)));
        }
        return new Step.Group(keys, figures, Optional.empty());
    }

    private static Step.Figure spread(Step.Figure figure, Step.Name column, StepExpression value, Step.Name name) {
        StepExpression of = new StepExpression.Column(column.name(), false, column.at());
        StepCondition is = new StepCondition.Comparison(of, ComparisonOperator.IS, List.of(value), value.at());
        StepCondition where = figure.where()
                .<StepCondition>map(before -> new StepCondition.And(List.of(before, is)))
                .orElse(is);
        return new Step.Figure(figure.function(), figure.of(), Optional.of(where), name, value.at());
    }

    private Step.Key key() {
        int marks = cursor.marks().size();
        StepExpression value = expressions.read();
        boolean plain = value instanceof StepExpression.Column;
        if (!plain) {
            cursor.marks().subList(marks, cursor.marks().size()).clear();
            cursor.mark(StepMark.of(StepMark.Kind.FORMULA, value.at()));
        }
        if (cursor.takes("as")) {
            return new Step.Key(value, newName());
        }
        if (value instanceof StepExpression.Column column) {
            return new Step.Key(value, new Step.Name(column.name(), column.at()));
        }
        throw cursor.wrong("A name is missing here.", "Write “as” and a name.");
    }

    private Step.Name newName() {
        Step.Name name = cursor.name("A name");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        return name;
    }

    private Step.Figure figure() {
        int start = cursor.start();
        Map.Entry<String, Measure.Function> found = FIGURES.stream()
                .filter(figure -> cursor.sees(figure.getKey()))
                .findFirst()
                .orElseThrow(() -> cursor.wrong(
                        "A total is missing here.", "Write for example “number of rows” or “sum of passengers”."));
        cursor.takes(found.getKey());
        int marks = cursor.marks().size();
        boolean ofRows = found.getKey().equals("number of rows");
        Optional<StepExpression> of = ofRows ? Optional.empty() : Optional.of(expressions.read());
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(StepMark.of(
                StepMark.Kind.FIGURE, new LineSpan(start, cursor.last().end())));
        Optional<StepCondition> where = cursor.takes("where") ? Optional.of(conditions.read()) : Optional.empty();
        LineSpan span = new LineSpan(start, cursor.last().end());
        return new Step.Figure(found.getValue(), of, where, name(found.getValue(), of, span), span);
    }

    /** What a total is called that has no name of its own: its words, as far as a name can have them. */
    private Step.Name name(Measure.Function function, Optional<StepExpression> of, LineSpan span) {
        if (cursor.takes("as")) {
            return newName();
        }
        String column = of.filter(StepExpression.Column.class::isInstance)
                .map(expression -> ((StepExpression.Column) expression).name())
                .orElse("");
        String words =
                switch (function) {
                    case COUNT -> of.isEmpty() ? "number_of_rows" : "number";
                    case COUNT_DISTINCT -> "different";
                    case AVG -> "average";
                    case MIN -> "smallest";
                    case MAX -> "largest";
                    case SUM, MEDIAN, SHARE -> function.word();
                };
        return new Step.Name(column.isEmpty() ? words : words + "_" + column, span);
    }

    /** {@code island, departed_at largest first}. */
    List<Step.By> by() {
        List<Step.By> all = new ArrayList<>();
        do {
            all.add(one());
        } while (cursor.takes(","));
        return all;
    }

    private Step.By one() {
        cursor.wants(Expectation.Kind.COLUMN, "");
        Step.Name name = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, name.at()));
        int start = cursor.start();
        // A comma in front of the direction reads well, too.
        boolean comma = cursor.peek().isSign(",") && cursor.peek(2).isWord("first");
        if (comma) {
            cursor.take();
        }
        boolean largest = cursor.takes("largest first");
        boolean said = largest || cursor.takes("smallest first");
        if (said) {
            LineSpan span =
                    new LineSpan(comma ? start + 1 : start, cursor.last().end());
            LineSpan words = new LineSpan(
                    cursor.last().end() - (largest ? "largest first" : "smallest first").length(), span.end());
            cursor.mark(new StepMark(StepMark.Kind.DIRECTION, words, words, List.of()));
        }
        return new Step.By(name, largest);
    }
}
