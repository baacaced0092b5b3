package plainsieve.server.records.definitions;

import java.time.Instant;

/**
 * Choices that someone keeps. The name is empty when they only represent a link that would be too long.
 *
 * @param choices JSON with its format number
 */
public record SelectionRow(
        String id, String projectId, String reportId, String viewer, String name, String choices, Instant createdAt) {}
