package plainsieve.core.rewrite;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/**
 * What a view requests of a query: rows or totals, order and limit. Limits and groupings of a view run at the source, on top of
 * the author's text.
 */
public sealed interface ResultShape {
    /** Rows of the query, optionally sorted by an output column and limited. */
    record Rows(Optional<Sort> sort, Optional<Limit> limit) implements ResultShape {}

    /**
     * Aggregates over all matching rows, for each value of the grouping columns.
     *
     * @param groupBy the grouping keys; empty for a single row
     */
    record Totals(List<Key> groupBy, List<Measure> measures, Order order) implements ResultShape {
        public Totals {
            groupBy = List.copyOf(groupBy);
            measures = List.copyOf(measures);
        }
    }

    /** How groups are ordered. */
    enum Order implements Keyword {
        /** By the first measure, descending, nulls last. */
        LARGEST,
        /** By the first measure, the smallest first. */
        SMALLEST,
        /** By the grouping columns. */
        KEYS;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Order> ofWord(String word) {
            return Keyword.find(Order.class, word);
        }
    }

    /**
     * An output column to group by.
     *
     * @param cut the grouping of its values; empty for each distinct value
     */
    record Key(String column, Optional<ValueGrouping> cut) {
        private static final String UNCUT = ":value";

        /** Each distinct value of a column. */
        public static Key of(String column) {
            return new Key(column, Optional.empty());
        }

        /**
         * Reads {@code port}, {@code departed_at:month}, {@code delay_min:10}, a band of ten, and {@code a:1:value}, each value of
         * the column {@code a:1}.
         */
        public static Key read(String text) {
            int colon = text.lastIndexOf(':');
            if (colon < 1) {
                return of(text);
            }
            String column = text.substring(0, colon);
            if (text.endsWith(UNCUT)) {
                return of(column);
            }
            Optional<ValueGrouping> cut = ValueGrouping.ofWord(text.substring(colon + 1));
            return cut.isPresent() ? new Key(column, cut) : of(text);
        }

        /** The notation that {@link #read} parses. */
        public String text() {
            if (cut.isPresent()) {
                return column + ":" + cut.get().word();
            }
            return read(column).equals(this) ? column : column + UNCUT;
        }
    }

    /** Figures for each value of some columns, each written as {@link Key#read} reads it. */
    static Totals totals(List<String> groupBy, List<Measure> measures, Order order) {
        return new Totals(groupBy.stream().map(Key::read).toList(), measures, order);
    }

    record Sort(String column, boolean descending) {}

    /** A limit that belongs to the view, with the parameter it is bound to. */
    record Limit(String parameter, long rows) {}

    static ResultShape allRows() {
        return new Rows(Optional.empty(), Optional.empty());
    }
}
