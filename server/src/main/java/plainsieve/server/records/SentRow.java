package plainsieve.server.records;

import java.time.Instant;

/**
 * One statement that was sent, with who caused it and how it went. As wide as its table.
 *
 * @param caller who asked
 * @param localRows rows that had to be fetched for these to be made of them here; -1 where the source itself made them
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
