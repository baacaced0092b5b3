package plainsieve.core.rewrite;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/**
 * One figure over all matching rows.
 *
 * @param column an output column of the query; empty only for COUNT and SHARE, which then count rows
 */
public record Measure(Function function, Optional<String> column) {
    /** The functions every database has, but for the middle. */
    public enum Function implements Keyword {
        COUNT,
        /** The number of distinct values. */
        COUNT_DISTINCT,
        SUM,
        AVG,
        MIN,
        MAX,
        /** The median; not supported by every database. */
        MEDIAN,
        /** The share of a group in the total, in percent; of the row count without a column. */
        SHARE;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Function> ofWord(String word) {
            return Keyword.find(Function.class, word);
        }

        /** Whether figures of groups add up to the figure of the groups together. */
        public boolean isAdditive() {
            return this == COUNT || this == SUM || this == SHARE;
        }
    }

    public Measure {
        if (column.isEmpty() && function != Function.COUNT && function != Function.SHARE) {
            throw new IllegalArgumentException(function + " needs a column");
        }
    }

    public static Measure countOfRows() {
        return new Measure(Function.COUNT, Optional.empty());
    }
}
