package plainsieve.sources;

import java.util.List;

/** Takes the rows of an answer as they come, one at a time, so that no answer has to fit into memory. */
public interface RowReceiver {
    void columns(List<Column> columns);

    /**
     * One row; a value is null, a Boolean, a Long, a BigDecimal, a finite Double, {@link Binary}, or text: days and moments in
     * ISO 8601, what no number can say as NaN, Infinity and -Infinity, everything else as the database writes it.
     */
    void row(Object[] values);
}
