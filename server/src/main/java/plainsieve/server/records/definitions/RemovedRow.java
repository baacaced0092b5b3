package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * Something that was removed and can be brought back.
 *
 * @param projectId empty for what belongs to no project
 * @param kind query, report, parameter or source
 * @param content its row, as JSON with its format number
 */
public record RemovedRow(
        long id, String projectId, String kind, String objectId, String name, String content, Instant removedAt) {}
