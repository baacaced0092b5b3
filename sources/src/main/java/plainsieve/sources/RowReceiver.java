package plainsieve.sources;

import java.util.List;

/** Receives the rows of a result one at a time, so that it need not fit into memory. */
public interface RowReceiver {
    void columns(List<Column> columns);

    /**
     * One row; a value is null, a Boolean, a Long, a BigDecimal, a finite Double, {@link Binary}, or text: dates and timestamps in
     * ISO 8601, NaN, Infinity and -Infinity, everything else as the database formats it.
     */
    void row(Object[] values);
}
