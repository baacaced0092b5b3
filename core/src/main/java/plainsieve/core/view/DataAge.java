package plainsieve.core.view;

/**
 * The age of a report's data: the newest value of a column.
 *
 * @param queryId the query with the column
 * @param lateHours the age after which data is reported as late; 0 for never
 */
public record DataAge(String queryId, String column, int lateHours) {}
