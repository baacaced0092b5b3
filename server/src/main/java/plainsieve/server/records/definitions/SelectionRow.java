package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * Saved choices. The name is empty if they stand for a link that would be too long.
 *
 * @param choices JSON with its format number
 */
public record SelectionRow(
        String id, String projectId, String reportId, String viewer, String name, String choices, Instant createdAt) {}
