package plainsieve.server.sources;

import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunSummary;

/** Follows one run: the statement, then columns and rows as they come, then how it went. Listens to what it needs. */
public interface RunListener extends RowReceiver {
    /** It is known from here on, and can be stopped. */
    default void begun(Cancellation run) {
        // Most are stopped by their id.
    }

    /** All places at the source are taken. @param before how many runs go in before this one */
    default void waiting(int before) {
        // Only where someone looks.
    }

    /** @param sentId its number in Sent */
    default void sent(long sentId, Statement statement) {
        // Many only want the rows.
    }

    @Override
    default void columns(List<Column> columns) {
        // Who knows what it asked for knows its columns.
    }

    @Override
    default void row(Object[] values) {
        // Some only want to know how it went.
    }

    default void done(RunSummary summary) {
        // The call returns then, which is enough for most.
    }
}
