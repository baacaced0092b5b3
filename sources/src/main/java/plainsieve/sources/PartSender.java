package plainsieve.sources;

import plainsieve.core.federation.SourcePart;
import plainsieve.core.statement.Statement;

/** Sends the parts of a cross-source statement. */
public interface PartSender {
    /**
     * Sends a statement to one part.
     *
     * @param cancellation cancels that run, too; not used concurrently
     * @throws SourceFailure like {@link Source#run}
     */
    RunSummary send(SourcePart part, Statement statement, Cancellation cancellation, RowReceiver receiver);

    /** Whether a source can count rows without giving them. */
    boolean counts(SourcePart part);
}
