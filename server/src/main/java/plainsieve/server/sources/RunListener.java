package plainsieve.server.sources;

import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunSummary;

/** Observes one run: the statement, then columns and rows as they arrive, then the outcome. */
public interface RunListener extends RowReceiver {
    /** The run is registered from here on and can be cancelled. */
    default void started(Cancellation run) {
        // Most are stopped by their id.
    }

    /** All permits of the source are in use. @param before the number of runs ahead */
    default void waiting(int before) {
        // Only some listeners show the queue.
    }

    /** @param sentId its number in Sent */
    default void sent(long sentId, Statement statement) {
        // Many only want the rows.
    }

    @Override
    default void columns(List<Column> columns) {
        // Columns of known queries are known.
    }

    @Override
    default void row(Object[] values) {
        // Some listeners need the outcome only.
    }

    default void completed(RunSummary summary) {
        // The call returns then, which is enough for most.
    }
}
