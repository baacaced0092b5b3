package plainsieve.sources;

/**
 * How a run went.
 *
 * @param fetched rows that left the database
 * @param shown rows handed on; at most the cap, so at most one less than fetched
 * @param databaseMillis from sending the statement until its first row was ready
 * @param totalMillis from sending the statement until the last row was handed on
 */
public record Answer(long fetched, long shown, double databaseMillis, double totalMillis) {
    /** Whether there are more rows than the cap let through. */
    public boolean more() {
        return fetched > shown;
    }
}
