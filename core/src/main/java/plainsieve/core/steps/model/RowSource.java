package plainsieve.core.steps.model;

import java.util.List;

/** The rows that a step reads. */
public sealed interface RowSource {
    LineSpan at();

    /** A table or view of the source. @param schema empty where none is named */
    record Table(String schema, String name, LineSpan at) implements RowSource {
        /** A short description. */
        public String inWords() {
            return schema.isEmpty() ? name : schema + "." + name;
        }
    }

    /** A table function. */
    record FunctionCall(String schema, String name, List<StepExpression> arguments, LineSpan at) implements RowSource {
        public FunctionCall {
            arguments = List.copyOf(arguments);
        }
    }

    /**
     * Another query of the project.
     *
     * @param name its name, or its ID if several queries share the name
     * @param arguments for its parameters; other parameters become parameters of the whole
     */
    record Query(String name, List<Argument> arguments, LineSpan at) implements RowSource {
        public Query {
            arguments = List.copyOf(arguments);
        }
    }

    /** An argument of a called query. */
    record Argument(String parameter, StepExpression value, LineSpan at) {}

    /** Rows typed by hand. @param rows each with one value per column */
    record TypedTable(List<String> columns, List<List<StepExpression>> rows, LineSpan at) implements RowSource {
        public TypedTable {
            columns = List.copyOf(columns);
            rows = rows.stream().map(List::copyOf).toList();
        }
    }

    /** Integers or days, one row each, both ends included. */
    record Series(boolean days, StepExpression from, StepExpression to, String column, LineSpan at)
            implements RowSource {}
}
