package plainsieve.core.view;

/**
 * Another report where viewers go on from a view, with the choices that both reports know: by a click on a group, which is
 * chosen there; or, from a table, for the rows that it does not show.
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
