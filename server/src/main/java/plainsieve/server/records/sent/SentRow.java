package plainsieve.server.records.sent;

import java.time.Instant;

/**
 * A sent statement with its caller and outcome. As wide as its table.
 *
 * @param caller who caused it
 * @param localRows rows fetched to compute the result here; -1 if the source computed it
 * @param evidence as JSON; empty if it was not requested
 */
public record SentRow(
        long id,
        String runId,
        Instant sentAt,
        String projectId,
        String caller,
        String sourceId,
        String queryId,
        String reportId,
        String viewId,
        StatementCause cause,
        String text,
        String boundValues,
        StatementOutcome outcome,
        String problem,
        long localRows,
        long fetchedRows,
        long shownRows,
        double databaseMs,
        double totalMs,
        String evidence) {}
