package plainsieve.sources;

import plainsieve.core.federation.SourcePart;
import plainsieve.core.statement.Statement;

/** Sends the parts of a cross-source statement. */
public interface PartSender {
    /**
     * Sends one of them a statement.
     *
     * @param cancellation stops that run, too; no one else may begin on it meanwhile
     * @throws SourceFailure as {@link Source#run} does
     */
    RunSummary ask(SourcePart part, Statement statement, Cancellation cancellation, RowReceiver receiver);

    /** Whether a source can count rows without giving them. */
    boolean counts(SourcePart part);
}
