package plainsieve.server.records;

import java.time.Instant;

/**
 * One statement that was sent, with who caused it and how it went. As wide as its table.
 *
 * @param asker who asked
 * @param evidence where its choices ran, as JSON; empty when nobody asked
 */
public record SentRow(
        long id,
        String runId,
        Instant sentAt,
        String projectId,
        String asker,
        String sourceId,
        String queryId,
        String reportId,
        String viewId,
        String cause,
        String text,
        String boundValues,
        String outcome,
        String problem,
        long fetched,
        long shown,
        double databaseMs,
        double totalMs,
        String evidence) {}
