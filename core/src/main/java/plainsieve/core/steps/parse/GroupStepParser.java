package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;

/** Parses groupings, pivots and sorts. */
final class GroupStepParser {
    private static final String COUNT_ROWS = "count of rows";
    private static final String DISTINCT = "count of distinct";

    /** Longer keywords before their prefixes. */
    private static final List<Map.Entry<String, Measure.Function>> FIGURES = List.of(
            Map.entry(COUNT_ROWS, Measure.Function.COUNT),
            Map.entry(DISTINCT, Measure.Function.COUNT_DISTINCT),
            Map.entry("count of", Measure.Function.COUNT),
            Map.entry("sum of", Measure.Function.SUM),
            Map.entry("average of", Measure.Function.AVG),
            Map.entry("minimum of", Measure.Function.MIN),
            Map.entry("maximum of", Measure.Function.MAX),
            Map.entry("median of", Measure.Function.MEDIAN));

    /** Aggregate functions as SQL calls them, with their phrases. */
    private static final Map<String, String> SQL_FUNCTIONS = Map.of(
            "count", "count of",
            "sum", "sum of",
            "avg", "average of",
            "min", "minimum of",
            "max", "maximum of",
            "median", "median of");

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
            } while (cursor.consumeIf(","));
        }
        List<Step.Figure> figures = new ArrayList<>();
        if (!grouped || cursor.isNext(":")) {
            cursor.must(":");
            do {
                figures.add(figure());
            } while (cursor.consumeIf(","));
        }
        boolean above = !keys.isEmpty() && !figures.isEmpty() && takesSubtotals();
        return new Step.Group(keys, figures, above ? Optional.of(level()) : Optional.empty());
    }

    private boolean takesSubtotals() {
        if (cursor.consumeIf("; with subtotals")) {
            return true;
        }
        for (String words : List.of("; with rollup", "with rollup", "with subtotals")) {
            if (cursor.matches(words)) {
                cursor.replaceWords(words, "; with subtotals");
                return true;
            }
        }
        return false;
    }

    private Step.Name level() {
        return cursor.consumeIf("as") ? newName() : new Step.Name("level", cursor.last());
    }

    /**
     * {@code pivot state 'SAILED' as sailed, 'CANCELLED' as cancelled: count of rows by port}: one column per value.
     */
    Step.Group pivot() {
        Step.Name column = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, column.at()));
        List<StepExpression> values = new ArrayList<>();
        List<Step.Name> names = new ArrayList<>();
        do {
            values.add(expressions.compared(column.name()));
            cursor.must("as");
            names.add(newName());
        } while (cursor.consumeIf(","));
        cursor.must(":");
        Step.Figure figure = figure();
        List<Step.Key> keys = new ArrayList<>();
        if (cursor.consumeIf("by")) {
            do {
                keys.add(key());
            } while (cursor.consumeIf(","));
        }
        List<Step.Figure> figures = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            figures.add(spread(figure, column, values.get(i), names.get(i)));
        }
        return new Step.Group(keys, figures, Optional.empty());
    }

    private static Step.Figure spread(Step.Figure figure, Step.Name column, StepExpression value, Step.Name name) {
        StepExpression of = new StepExpression.Column(column.name(), false, column.at());
        StepCondition is = new StepCondition.Comparison(of, ComparisonOperator.EQUAL, List.of(value), value.at());
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
        if (cursor.consumeIf("as")) {
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
        int marks = cursor.marks().size();
        if (cursor.peek(1).isSign("(") && SQL_FUNCTIONS.containsKey(lowerCaseWord())) {
            return sqlFigure(start);
        }
        Map.Entry<String, Measure.Function> found = FIGURES.stream()
                .filter(figure -> cursor.consumeIf(figure.getKey()))
                .findFirst()
                .orElseThrow(this::missingFigure);
        boolean ofRows = found.getKey().equals(COUNT_ROWS);
        Optional<StepExpression> of = ofRows ? Optional.empty() : Optional.of(expressions.read());
        cursor.marks().subList(marks, cursor.marks().size()).clear();
        cursor.mark(StepMark.of(
                StepMark.Kind.FIGURE, new LineSpan(start, cursor.last().end())));
        Optional<StepCondition> where = cursor.consumeIf("where") ? Optional.of(conditions.read()) : Optional.empty();
        LineSpan span = new LineSpan(start, cursor.last().end());
        return new Step.Figure(found.getValue(), of, where, name(found.getValue(), of, span), span);
    }

    private ProblemException missingFigure() {
        return PhraseSuggestion.nearest(cursor.phrase(), FIGURES.stream().map(Map.Entry::getKey))
                .map(nearest -> nearest.at(cursor, "aggregate"))
                .orElseGet(() -> cursor.wrong(
                        "An aggregate is missing here.", "Write for example “count of rows” or “sum of passengers”."));
    }

    private String lowerCaseWord() {
        return cursor.peek().text().toLowerCase(Locale.ROOT);
    }

    /** {@code count(*)}, {@code sum(passengers) filter (where …)}: replaced by the phrases of steps, which are then read. */
    private Step.Figure sqlFigure(int start) {
        String phrase = SQL_FUNCTIONS.get(lowerCaseWord());
        if (cursor.matches("count ( * )")) {
            cursor.replace("count ( * )", COUNT_ROWS);
        } else {
            boolean distinct = cursor.matches("count ( distinct");
            cursor.consume();
            expressions.unwrapCall(
                    start, (distinct ? DISTINCT : phrase) + " ", () -> cursor.consumeIf("distinct"), expressions::read);
        }
        if (cursor.matches("filter ( where")) {
            cursor.replace("filter ( where", "where");
            conditions.read();
            LineSpan end = cursor.must(")");
            cursor.correct(end, "");
        } else if (cursor.consumeIf("where")) {
            conditions.read();
        }
        LineSpan span = new LineSpan(start, cursor.last().end());
        return new Step.Figure(
                Measure.Function.COUNT,
                Optional.empty(),
                Optional.empty(),
                name(Measure.Function.COUNT, Optional.empty(), span),
                span);
    }

    /** The name of an unnamed figure, derived from its words. */
    private Step.Name name(Measure.Function function, Optional<StepExpression> of, LineSpan span) {
        if (cursor.consumeIf("as")) {
            return newName();
        }
        String column = of.filter(StepExpression.Column.class::isInstance)
                .map(expression -> ((StepExpression.Column) expression).name())
                .orElse("");
        String words =
                switch (function) {
                    case COUNT -> of.isEmpty() ? "row_count" : "count";
                    case COUNT_DISTINCT -> "distinct";
                    case AVG -> "average";
                    case MIN -> "minimum";
                    case MAX -> "maximum";
                    case SUM, MEDIAN, SHARE -> function.word();
                };
        return new Step.Name(column.isEmpty() ? words : words + "_" + column, span);
    }

    /** {@code island, departed_at desc}. */
    List<Step.By> by() {
        List<Step.By> all = new ArrayList<>();
        do {
            all.add(sortKey());
        } while (cursor.consumeIf(","));
        return all;
    }

    private Step.By sortKey() {
        cursor.expect(Expectation.Kind.COLUMN, "");
        Step.Name name = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, name.at()));
        boolean descending = cursor.consumeIf("desc", List.of("descending", "largest first"));
        if (descending || cursor.consumeIf("asc", List.of("ascending", "smallest first"))) {
            cursor.mark(StepMark.of(StepMark.Kind.DIRECTION, cursor.last()));
        }
        if (cursor.matches("nulls last")) {
            LineSpan first = cursor.consume().at();
            cursor.remove(first.to(cursor.consume().at()));
        }
        return new Step.By(name, descending);
    }
}
