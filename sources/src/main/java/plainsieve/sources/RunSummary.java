package plainsieve.sources;

import java.util.Optional;
import java.util.OptionalLong;

/**
 * The outcome of a run.
 *
 * @param localRows rows that had to be fetched from where they are, for these to be made of them here; nothing where the source itself
 *     made them
 * @param readRows what the source read of its tables for them, where it tells
 * @param fetchedRows rows that left the database
 * @param shownRows rows handed on; at most the cap, so at most one less than fetched
 * @param databaseMillis from sending the statement until its first row was ready
 * @param totalMillis from sending the statement until the last row was handed on
 */
public record RunSummary(
        OptionalLong localRows,
        Optional<RowsRead> readRows,
        long fetchedRows,
        long shownRows,
        double databaseMillis,
        double totalMillis) {
    /** What a source read of its tables, where it tells. */
    public record RowsRead(long rows, long bytes) {}

    /** Of a source that makes its rows itself. */
    public RunSummary(long fetched, long shown, double databaseMillis, double totalMillis) {
        this(OptionalLong.empty(), Optional.empty(), fetched, shown, databaseMillis, totalMillis);
    }

    /** The same rows, made of so many that had to be fetched first. @param millis how long that took */
    public RunSummary madeOf(long rows, double millis) {
        return new RunSummary(
                OptionalLong.of(rows), readRows, fetchedRows, shownRows, millis + databaseMillis, millis + totalMillis);
    }

    /** The same rows, for which the source read so much. */
    public RunSummary reading(Optional<RowsRead> all) {
        return new RunSummary(localRows, all, fetchedRows, shownRows, databaseMillis, totalMillis);
    }

    /** Whether there are more rows than the cap let through. */
    public boolean more() {
        return fetchedRows > shownRows;
    }
}
