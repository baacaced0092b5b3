package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Rows;
import plainsieve.core.steps.step.Step;

/** Reads where rows come from: a table, another query, a table typed by hand, numbers or days. */
final class RowsReader {
    private final Cursor cursor;
    private final ExpressionReader expressions;

    RowsReader(Cursor cursor, ExpressionReader expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    Rows read() {
        int start = cursor.start();
        if (cursor.sees("these") && cursor.peek(1).isSign("(")) {
            return typed(start);
        }
        for (String kind : List.of("numbers", "days")) {
            if (cursor.takes(kind + " from")) {
                return series(kind.equals("days"), start);
            }
        }
        if (cursor.sees("query") && isQuery()) {
            return query(start);
        }
        return table(start);
    }

    private boolean isQuery() {
        Token id = cursor.peek(1);
        return id.kind() == Token.Kind.TEXT || id.kind() == Token.Kind.END;
    }

    private Rows query(int start) {
        cursor.takes("query");
        cursor.wants(Wanted.Kind.QUERY, "");
        String id = cursor.take().text();
        At name = from(start);
        cursor.mark(Mark.of(Mark.Kind.TABLE, name));
        List<Rows.Argument> arguments = new ArrayList<>();
        if (cursor.takes("called with")) {
            do {
                arguments.add(argument());
            } while (cursor.takes(","));
        }
        return new Rows.Query(id, arguments, name);
    }

    /** {@code :port as port_id}. */
    private Rows.Argument argument() {
        Token parameter = cursor.peek();
        if (parameter.kind() != Token.Kind.PARAMETER) {
            throw cursor.wrong("A parameter of the query is missing here.", "Write “called with :port as port_id”.");
        }
        cursor.take();
        cursor.must("as");
        Expression value = expressions.compared("");
        return new Rows.Argument(parameter.text(), value, parameter.at());
    }

    private At from(int start) {
        return new At(start, cursor.last().end());
    }

    private Rows table(int start) {
        cursor.wants(Wanted.Kind.TABLE, "");
        Step.Name name = cursor.name("A table");
        String schema = "";
        if (cursor.takes(".")) {
            schema = name.name();
            name = cursor.name("A table");
        }
        At at = from(start);
        cursor.mark(Mark.of(Mark.Kind.TABLE, at));
        return cursor.takes("(")
                ? new Rows.Called(schema, name.name(), arguments(), from(start))
                : new Rows.Table(schema, name.name(), at);
    }

    private List<Expression> arguments() {
        List<Expression> arguments = new ArrayList<>();
        while (!cursor.takes(")")) {
            if (!arguments.isEmpty()) {
                cursor.must(",");
            }
            arguments.add(expressions.compared(""));
        }
        return arguments;
    }

    private Rows series(boolean days, int start) {
        Expression from = expressions.compared("");
        cursor.must("to");
        Expression to = expressions.compared("");
        cursor.must("as");
        Step.Name name = cursor.name("What they are called");
        cursor.mark(Mark.of(Mark.Kind.NAME, name.at()));
        return new Rows.Series(days, from, to, name.name(), from(start));
    }

    /** {@code these (port, weight): ('Ardlow', 3), ('Skerrin', 5)}. */
    private Rows typed(int start) {
        cursor.must("these");
        List<String> columns = new ArrayList<>();
        cursor.must("(");
        do {
            columns.add(cursor.name("A column").name());
        } while (cursor.takes(","));
        cursor.must(")");
        cursor.must(":");
        List<List<Expression>> rows = new ArrayList<>();
        do {
            rows.add(row(columns.size()));
        } while (cursor.takes(","));
        At at = from(start);
        cursor.mark(Mark.of(Mark.Kind.TYPED, at));
        return new Rows.Typed(columns, rows, at);
    }

    private List<Expression> row(int width) {
        List<Expression> cells = new ArrayList<>();
        At open = cursor.must("(");
        do {
            cells.add(expressions.single());
        } while (cursor.takes(","));
        cursor.must(")");
        if (cells.size() != width) {
            throw cursor.wrong(
                    open.to(cursor.last()),
                    "This row has %d values and the table %d columns.".formatted(cells.size(), width),
                    "Give each row one value for each column; “nothing” is none.");
        }
        return cells;
    }
}
