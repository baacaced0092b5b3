package plainsieve.core.view;

/**
 * A link from a view to another report that passes the common choices.
 *
 * @param parameter that receives the clicked group; empty where more rows are opened
 */
public record ClickThrough(String reportId, String parameter) {
    public static ClickThrough toFurtherRows(String reportId) {
        return new ClickThrough(reportId, "");
    }

    /** Whether it is for rows that a table does not show. */
    public boolean isForFurtherRows() {
        return parameter.isEmpty();
    }
}
