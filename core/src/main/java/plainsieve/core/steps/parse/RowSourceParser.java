package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;

/** Parses row sources: a table, another query, a table typed by hand, numbers or days. */
final class RowSourceParser {
    private final StepCursor cursor;
    private final StepExpressionParser expressions;

    RowSourceParser(StepCursor cursor, StepExpressionParser expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    RowSource read() {
        int start = cursor.start();
        if (cursor.isNext("values") && cursor.peek(1).isSign("(")) {
            return typed(start);
        }
        for (String kind : List.of("numbers", "days")) {
            if (cursor.consumeIf(kind + " from")) {
                return series(kind.equals("days"), start);
            }
        }
        if (cursor.isNext("query") && isQuery()) {
            return query(start);
        }
        return table(start);
    }

    private boolean isQuery() {
        StepToken name = cursor.peek(1);
        return name.kind() == StepToken.Kind.TEXT || name.kind() == StepToken.Kind.END;
    }

    private RowSource query(int start) {
        cursor.consumeIf("query");
        cursor.expect(Expectation.Kind.QUERY, "");
        String name = cursor.consume().text();
        LineSpan span = from(start);
        cursor.mark(StepMark.of(StepMark.Kind.TABLE, span));
        List<RowSource.Argument> arguments = new ArrayList<>();
        if (cursor.consumeIf("called with")) {
            do {
                arguments.add(argument());
            } while (cursor.takesSeparator());
        }
        return new RowSource.Query(name, arguments, span);
    }

    /** {@code :port = port_id}. */
    private RowSource.Argument argument() {
        StepToken parameter = cursor.peek();
        if (parameter.kind() != StepToken.Kind.PARAMETER) {
            throw cursor.wrong("A parameter of the query is missing here.", "Write “called with :port = port_id”.");
        }
        cursor.consume();
        cursor.must("=");
        StepExpression value = expressions.compared("");
        return new RowSource.Argument(parameter.text(), value, parameter.at());
    }

    private LineSpan from(int start) {
        return new LineSpan(start, cursor.last().end());
    }

    private RowSource table(int start) {
        cursor.expect(Expectation.Kind.TABLE, "");
        Step.Name name = cursor.name("A table");
        String schema = "";
        if (cursor.consumeIf(".")) {
            schema = name.name();
            name = cursor.name("A table");
        }
        LineSpan span = from(start);
        cursor.mark(StepMark.of(StepMark.Kind.TABLE, span));
        return cursor.consumeIf("(")
                ? new RowSource.FunctionCall(schema, name.name(), arguments(), from(start))
                : new RowSource.Table(schema, name.name(), span);
    }

    private List<StepExpression> arguments() {
        List<StepExpression> arguments = new ArrayList<>();
        while (!cursor.consumeIf(")")) {
            if (!arguments.isEmpty()) {
                cursor.must(",");
            }
            arguments.add(expressions.compared(""));
        }
        return arguments;
    }

    private RowSource series(boolean days, int start) {
        StepExpression from = expressions.compared("");
        cursor.must("to");
        StepExpression to = expressions.compared("");
        cursor.must("as");
        Step.Name name = cursor.name("The column names");
        cursor.mark(StepMark.of(StepMark.Kind.NAME, name.at()));
        return new RowSource.Series(days, from, to, name.name(), from(start));
    }

    /** {@code values (port, weight): ('Ardlow', 3), ('Skerrin', 5)}. */
    private RowSource typed(int start) {
        cursor.must("values");
        List<String> columns = new ArrayList<>();
        cursor.must("(");
        do {
            columns.add(cursor.name("A column").name());
        } while (cursor.consumeIf(","));
        cursor.must(")");
        cursor.must(":");
        List<List<StepExpression>> rows = new ArrayList<>();
        do {
            rows.add(row(columns.size()));
        } while (cursor.consumeIf(","));
        LineSpan span = from(start);
        cursor.mark(StepMark.of(StepMark.Kind.TYPED, span));
        return new RowSource.TypedTable(columns, rows, span);
    }

    private List<StepExpression> row(int width) {
        List<StepExpression> cells = new ArrayList<>();
        LineSpan open = cursor.must("(");
        do {
            cells.add(expressions.single());
        } while (cursor.consumeIf(","));
        cursor.must(")");
        if (cells.size() != width) {
            throw cursor.wrong(
                    open.to(cursor.last()),
                    "This row has %d values, but the table has %d columns.".formatted(cells.size(), width),
                    "Give each row one value for each column; “no value” is none.");
        }
        return cells;
    }

    /** How a join qualifies the columns of these rows. */
    static String name(RowSource rows) {
        if (rows instanceof RowSource.Table table) {
            return table.name();
        } else if (rows instanceof RowSource.FunctionCall call) {
            return call.name();
        } else if (rows instanceof RowSource.Query query) {
            return query.name();
        }
        return rows instanceof RowSource.Series series ? series.days() ? "days" : "numbers" : "values";
    }
}
