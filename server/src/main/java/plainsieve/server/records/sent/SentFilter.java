package plainsieve.server.records.sent;

/**
 * Which statements of Sent are requested. Empty texts match everything.
 *
 * @param caller whose statements, including impersonations
 * @param search text in the statement or one of its values, ignoring case
 * @param order new, slow or failed: sort order
 */
public record SentFilter(
        String projectId,
        String caller,
        String reportId,
        String queryId,
        String sourceId,
        String outcome,
        String cause,
        String search,
        String order) {}
