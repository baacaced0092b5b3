package plainsieve.server.records.sent;

import java.util.Optional;

/**
 * Which statements of Sent are requested. Empty texts match everything.
 *
 * @param caller whose statements, including impersonations
 * @param search text in the statement or one of its values, ignoring case
 * @param cause nothing: all causes but {@link StatementCause#EVIDENCE}
 */
public record SentFilter(
        String projectId,
        String caller,
        String reportId,
        String queryId,
        String sourceId,
        Optional<StatementOutcome> outcome,
        Optional<StatementCause> cause,
        String search,
        SentOrder order) {
    /** The outcome of the filter, which has one. */
    public StatementOutcome requiredOutcome() {
        return outcome.orElseThrow();
    }

    /** The cause of the filter, which has one. */
    public StatementCause requiredCause() {
        return cause.orElseThrow();
    }
}
