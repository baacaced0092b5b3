package plainsieve.server.letters;

import java.util.ArrayList;
import java.util.List;
import plainsieve.server.sources.Presence;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;

/** The rows of one view, few enough to be held. */
final class Fetched implements RunListener {
    private final Presence presence;
    private final List<Object[]> rows = new ArrayList<>();
    private List<Column> columns = List.of();
    private boolean more;

    Fetched(Presence presence) {
        this.presence = presence;
    }

    @Override
    public void begun(Cancellation run) {
        presence.begun(run);
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
    public void done(Answer answer) {
        more = answer.more();
    }

    List<Column> columns() {
        return columns;
    }

    List<Object[]> rows() {
        return rows;
    }

    /** Whether there are more than those. */
    boolean more() {
        return more;
    }
}
