package plainsieve.server.runs;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.Wanted;
import plainsieve.server.project.ReportDefinition;

/** What a view of a report wants of its query. */
public final class ViewWanted {
    private ViewWanted() {}

    /** @param sortBy an output column for a table; empty or null for the query's own order */
    public static Wanted of(ReportDefinition.View view, String sortBy, boolean descending) {
        if (view.kind().equals("table")) {
            Optional<Wanted.Sort> sort = sortBy == null || sortBy.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Wanted.Sort(sortBy, descending));
            return new Wanted.Rows(sort, Optional.empty());
        }
        List<String> keys = view.groupBy().isEmpty() ? List.of() : List.of(view.groupBy());
        List<Measure> measures = new ArrayList<>();
        view.measures().forEach(figure -> measures.add(measure(figure)));
        return Wanted.totals(keys, measures, true);
    }

    private static Measure measure(ReportDefinition.Figure figure) {
        return new Measure(
                Measure.Function.valueOf(figure.function().toUpperCase(Locale.ROOT)),
                Optional.of(figure.column()).filter(column -> !column.isEmpty()));
    }
}
