package plainsieve.sources.jdbc;

import java.util.List;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Hands on what comes, and knows whether a run had a connection, and whether anything came by it. */
final class Noticing implements RowReceiver {
    private final RowReceiver receiver;
    private boolean connected;
    private boolean begun;

    Noticing(RowReceiver receiver) {
        this.receiver = receiver;
    }

    void connected() {
        connected = true;
    }

    /** Whether there was a connection, and nothing came by it. */
    boolean cameToNothing() {
        return connected && !begun;
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
