package plainsieve.core.steps.model;

import java.util.List;

/** The rows that a step reads. */
public sealed interface RowSource {
    LineSpan at();

    /** A table or view of the source. @param schema empty where none is named */
    record Table(String schema, String name, LineSpan at) implements RowSource {
        /** As a person would say it. */
        public String inWords() {
            return schema.isEmpty() ? name : schema + "." + name;
        }
    }

    /** What a function of the database gives. */
    record FunctionCall(String schema, String name, List<StepExpression> arguments, LineSpan at) implements RowSource {
        public FunctionCall {
            arguments = List.copyOf(arguments);
        }
    }

    /**
     * Another query of the project.
     *
     * @param name its name, or its ID where several queries have the name
     * @param arguments what represents its parameters; those that are not named come along
     */
    record Query(String name, List<Argument> arguments, LineSpan at) implements RowSource {
        public Query {
            arguments = List.copyOf(arguments);
        }
    }

    /** What represents a parameter of a query that is called. */
    record Argument(String parameter, StepExpression value, LineSpan at) {}

    /** Rows typed by hand. @param rows each as long as there are columns */
    record TypedTable(List<String> columns, List<List<StepExpression>> rows, LineSpan at) implements RowSource {
        public TypedTable {
            columns = List.copyOf(columns);
            rows = rows.stream().map(List::copyOf).toList();
        }
    }

    /** Whole numbers, or days, one row each, both ends among them. */
    record Series(boolean days, StepExpression from, StepExpression to, String column, LineSpan at)
            implements RowSource {}
}
