package plainsieve.core.view;

/**
 * A link from a view to another report that passes the common choices.
 *
 * @param parameter what a clicked group is chosen for; empty where further rows are looked at
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
