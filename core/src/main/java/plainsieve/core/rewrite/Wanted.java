package plainsieve.core.rewrite;

import java.util.List;
import java.util.Optional;

/** What a view wants of a query. The view's own limit and grouping run at the source, on top of the author's text. */
public sealed interface Wanted {
    /** Rows as the query gives them, perhaps sorted by an output column, perhaps limited. */
    record Rows(Optional<Sort> sort, Optional<Limit> limit) implements Wanted {}

    /**
     * Figures over every matching row, for each value of the grouping columns.
     *
     * @param groupBy output columns of the query; empty for one row of totals
     * @param largestFirst sorted by the first measure, largest first; else by the grouping columns
     */
    record Totals(List<String> groupBy, List<Measure> measures, boolean largestFirst) implements Wanted {
        public Totals {
            groupBy = List.copyOf(groupBy);
            measures = List.copyOf(measures);
        }
    }

    record Sort(String column, boolean descending) {}

    /** A limit that belongs to the view, with the parameter it is bound to. */
    record Limit(String parameter, long rows) {}

    static Wanted allRows() {
        return new Rows(Optional.empty(), Optional.empty());
    }
}
