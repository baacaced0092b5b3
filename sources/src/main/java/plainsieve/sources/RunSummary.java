package plainsieve.sources;

import java.util.Optional;
import java.util.OptionalLong;

/**
 * The outcome of a run.
 *
 * @param localRows rows that were fetched to compute the result here; empty if the source
 *     computed it
 * @param readRows rows that the source read, if it reports them
 * @param fetchedRows rows returned by the database
 * @param shownRows rows passed on; at most the row limit, so at most one less than fetched
 * @param databaseMillis from sending the statement until its first row
 * @param totalMillis from sending the statement until the last row was passed on
 */
public record RunSummary(
        OptionalLong localRows,
        Optional<RowsRead> readRows,
        long fetchedRows,
        long shownRows,
        double databaseMillis,
        double totalMillis) {
    /** The rows and bytes that a source read. */
    public record RowsRead(long rows, long bytes) {}

    /** For a source that computes its rows itself. */
    public RunSummary(long fetched, long shown, double databaseMillis, double totalMillis) {
        this(OptionalLong.empty(), Optional.empty(), fetched, shown, databaseMillis, totalMillis);
    }

    /** The same rows, computed from fetched ones. @param millis the duration of fetching */
    public RunSummary computedFrom(long rows, double millis) {
        return new RunSummary(
                OptionalLong.of(rows), readRows, fetchedRows, shownRows, millis + databaseMillis, millis + totalMillis);
    }

    /** The same rows, for which the source read so much. */
    public RunSummary reading(Optional<RowsRead> all) {
        return new RunSummary(localRows, all, fetchedRows, shownRows, databaseMillis, totalMillis);
    }

    /** Whether there are more rows than the limit. */
    public boolean more() {
        return fetchedRows > shownRows;
    }
}
