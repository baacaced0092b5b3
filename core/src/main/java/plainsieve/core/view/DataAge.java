package plainsieve.core.view;

/**
 * How old the data of a report are: the newest value of a column.
 *
 * @param queryId whose answer has the column
 * @param lateHours after so many hours they are reported to be late; 0 for never
 */
public record DataAge(String queryId, String column, int lateHours) {}
