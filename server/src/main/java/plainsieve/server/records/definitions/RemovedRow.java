package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * A removed object that can be restored.
 *
 * @param projectId empty outside projects
 * @param content its row as JSON with its format number
 */
public record RemovedRow(
        long id,
        String projectId,
        DefinitionKind kind,
        String objectId,
        String name,
        String content,
        Instant removedAt) {}
