package plainsieve.core.steps.step;

import java.util.List;

/** Where rows come from. */
public sealed interface Rows {
    At at();

    /** A table or view of the source. @param schema empty where none is named */
    record Table(String schema, String name, At at) implements Rows {
        /** As a person would say it. */
        public String inWords() {
            return schema.isEmpty() ? name : schema + "." + name;
        }
    }

    /** Another query of the project, by its id. */
    record Query(String id, At at) implements Rows {}

    /** Rows typed by hand. @param rows each as long as there are columns */
    record Typed(List<String> columns, List<List<Expression>> rows, At at) implements Rows {
        public Typed {
            columns = List.copyOf(columns);
            rows = rows.stream().map(List::copyOf).toList();
        }
    }

    /** Whole numbers, or days, one row each, both ends among them. */
    record Series(boolean days, Expression from, Expression to, String column, At at) implements Rows {}
}
