package plainsieve.server.project;

import java.util.List;

/** What stands on a report: its controls and its views. */
public record ReportDefinition(List<Control> controls, List<View> views) {
    public ReportDefinition {
        controls = List.copyOf(controls);
        views = List.copyOf(views);
    }

    /**
     * An input for one parameter, or for two that make a range.
     *
     * @param kind slicer, dropdown, dates, number, or rows
     * @param parameters from and to for dates; one for all others
     */
    public record Control(String kind, String label, List<String> parameters) {
        public Control {
            parameters = List.copyOf(parameters);
        }
    }

    /**
     * One thing to look at.
     *
     * @param kind figures, bars, or table
     * @param measures for figures and bars
     * @param groupBy for bars: an output column of the query; else empty
     * @param limitParameter for a table: the parameter that limits this view alone; else empty
     * @param columns for a table: words for its columns, in the query's own order
     */
    public record View(
            String id,
            String kind,
            String title,
            String queryId,
            List<Figure> measures,
            String groupBy,
            String limitParameter,
            List<ColumnWords> columns) {
        public View {
            measures = List.copyOf(measures);
            columns = List.copyOf(columns);
        }
    }

    /**
     * A figure over all matching rows.
     *
     * @param function count, sum, avg, min, or max
     * @param column empty for a count of rows
     */
    public record Figure(String function, String column, String label, String unit) {}

    /** What viewers read above a column. */
    public record ColumnWords(String name, String label) {}
}
