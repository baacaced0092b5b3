package plainsieve.server.records.sent;

/**
 * Which statements of Sent are requested. Empty texts match everything.
 *
 * @param caller whose statements, also while they look as others
 * @param search what the statement or one of its values must contain, in any case
 * @param order new, slow or failed: what comes first
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
