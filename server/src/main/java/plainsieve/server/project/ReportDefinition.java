package plainsieve.server.project;

import java.util.List;

/**
 * What stands on a report: its controls and its views, and how it starts.
 *
 * @param start defaults: runs with them; empty: waits until rows are asked for; question: something must be chosen first
 * @param onDemand whether it runs when <em>Show rows</em> is pressed, not whenever a choice changes
 * @param signed parameters whose choice comes from a signed link and from nowhere else
 */
public record ReportDefinition(
        List<Control> controls, List<View> views, String start, boolean onDemand, List<String> signed) {
    public ReportDefinition {
        controls = List.copyOf(controls);
        views = List.copyOf(views);
        start = start == null || start.isEmpty() ? "defaults" : start;
        signed = signed == null ? List.of() : List.copyOf(signed);
    }

    ReportDefinition with(List<Control> newControls, List<View> newViews, List<String> newSigned) {
        return new ReportDefinition(newControls, newViews, start, onDemand, newSigned);
    }

    /**
     * An input for one parameter, or for two that make a range.
     *
     * @param kind slicer, dropdown, search, dates, numbers, text, switch, or rows; any other shows what suits the parameter
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
