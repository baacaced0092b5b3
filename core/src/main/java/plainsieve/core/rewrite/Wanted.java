package plainsieve.core.rewrite;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;

/** What a view wants of a query. The view's own limit and grouping run at the source, on top of the author's text. */
public sealed interface Wanted {
    /** Rows as the query gives them, perhaps sorted by an output column, perhaps limited. */
    record Rows(Optional<Sort> sort, Optional<Limit> limit) implements Wanted {}

    /**
     * Figures over every matching row, for each value of the grouping columns.
     *
     * @param groupBy what is grouped by; empty for one row of totals
     * @param largestFirst sorted by the first measure, largest first; else by the grouping columns
     */
    record Totals(List<Key> groupBy, List<Measure> measures, boolean largestFirst) implements Wanted {
        public Totals {
            groupBy = List.copyOf(groupBy);
            measures = List.copyOf(measures);
        }
    }

    /**
     * An output column to group by.
     *
     * @param part for days and times: the stretch that they are grouped into; nothing for each value by itself
     */
    record Key(String column, Optional<DatePart> part) {
        /** Reads {@code port}, {@code departed_at:day}, {@code departed_at:month} and {@code departed_at:year}. */
        public static Key read(String text) {
            int colon = text.lastIndexOf(':');
            Optional<DatePart> part = colon < 1 ? Optional.empty() : DatePart.ofWord(text.substring(colon + 1));
            return part.isPresent() ? new Key(text.substring(0, colon), part) : new Key(text, Optional.empty());
        }
    }

    /** Figures for each value of some columns, each written as {@link Key#read} reads it. */
    static Totals totals(List<String> groupBy, List<Measure> measures, boolean largestFirst) {
        return new Totals(groupBy.stream().map(Key::read).toList(), measures, largestFirst);
    }

    record Sort(String column, boolean descending) {}

    /** A limit that belongs to the view, with the parameter it is bound to. */
    record Limit(String parameter, long rows) {}

    static Wanted allRows() {
        return new Rows(Optional.empty(), Optional.empty());
    }
}
