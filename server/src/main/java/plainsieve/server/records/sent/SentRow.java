package plainsieve.server.records.sent;

import java.time.Instant;

/**
 * One statement that was sent, with who caused it and how it went. As wide as its table.
 *
 * @param caller who asked
 * @param localRows rows fetched to compute the result here; -1 if the source computed it
 * @param evidence where its choices ran, as JSON; empty when no one asked
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
        String cause,
        String text,
        String boundValues,
        String outcome,
        String problem,
        long localRows,
        long fetchedRows,
        long shownRows,
        double databaseMs,
        double totalMs,
        String evidence) {}
