package plainsieve.server.sources;

import java.util.List;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.statement.Statement;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.PartSender;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunSummary;
import plainsieve.sources.SourceKind;

/** Sends the parts of cross-source statements under the same limits. */
record FederatedSender(StatementSender sending, StatementOrigin origin) implements PartSender {
    @Override
    public RunSummary send(SourcePart part, Statement statement, Cancellation cancellation, RowReceiver receiver) {
        return sending.send(origin.at(part.source()), statement, new SideListener(cancellation, receiver));
    }

    /** Rows of files are counted by the local engine, databases count themselves; rows of services are counted on arrival. */
    @Override
    public boolean counts(SourcePart part) {
        SourceKind kind = origin.project().source(part.source()).kind();
        return !kind.isService();
    }

    /** Forwards rows, and cancels this run together with the whole. */
    private record SideListener(Cancellation whole, RowReceiver receiver) implements RunListener {
        @Override
        public void started(Cancellation run) {
            if (!whole.begin(() -> stop(run))) {
                stop(run);
            }
        }

        private void stop(Cancellation run) {
            run.stop(whole.reason().orElse(Cancellation.Reason.LEFT));
        }

        @Override
        public void columns(List<Column> columns) {
            receiver.columns(columns);
        }

        @Override
        public void row(Object[] values) {
            receiver.row(values);
        }
    }
}
