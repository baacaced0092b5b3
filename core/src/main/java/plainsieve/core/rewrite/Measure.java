package plainsieve.core.rewrite;

import java.util.Optional;

/**
 * One figure over all matching rows.
 *
 * @param column an output column of the query; empty only for COUNT, which then counts rows
 */
public record Measure(Function function, Optional<String> column) {
    /** The functions every database has. */
    public enum Function {
        COUNT,
        /** How many different values there are. */
        COUNT_DISTINCT,
        SUM,
        AVG,
        MIN,
        MAX
    }

    public Measure {
        if (column.isEmpty() && function != Function.COUNT) {
            throw new IllegalArgumentException(function + " needs a column");
        }
    }

    public static Measure countOfRows() {
        return new Measure(Function.COUNT, Optional.empty());
    }
}
