package plainsieve.sources.jdbc;

import java.time.Duration;
import java.util.List;
import java.util.OptionalLong;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Passes rows on and tracks the progress of a run. */
final class ProgressTracker implements RowReceiver {
    private final RowReceiver receiver;
    private OptionalLong connectedAt = OptionalLong.empty();
    private boolean begun;

    ProgressTracker(RowReceiver receiver) {
        this.receiver = receiver;
    }

    void connected() {
        connectedAt = OptionalLong.of(System.nanoTime());
    }

    /** Whether a connection existed for less than this time and no data arrived on it. */
    boolean failedWithin(Duration time) {
        return !begun && connectedAt.isPresent() && System.nanoTime() - connectedAt.getAsLong() < time.toNanos();
    }

    @Override
    public void columns(List<Column> columns) {
        begun = true;
        receiver.columns(columns);
    }

    @Override
    public void row(Object[] values) {
        receiver.row(values);
    }
}
