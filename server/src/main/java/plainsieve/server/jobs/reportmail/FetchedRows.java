package plainsieve.server.jobs.reportmail;

import java.util.ArrayList;
import java.util.List;
import plainsieve.server.sources.ClientPresence;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;

/** The rows of one view, limited to what fits into memory. */
final class FetchedRows implements RunListener {
    private final ClientPresence clientPresence;
    private final List<Object[]> rows = new ArrayList<>();
    private List<Column> columns = List.of();
    private boolean more;

    FetchedRows(ClientPresence clientPresence) {
        this.clientPresence = clientPresence;
    }

    @Override
    public void started(Cancellation run) {
        clientPresence.begun(run);
    }

    @Override
    public void columns(List<Column> found) {
        columns = found;
    }

    @Override
    public void row(Object[] values) {
        rows.add(values);
    }

    @Override
    public void completed(RunSummary summary) {
        more = summary.more();
    }

    List<Column> columns() {
        return columns;
    }

    List<Object[]> rows() {
        return rows;
    }

    /** Whether there are more. */
    boolean more() {
        return more;
    }
}
