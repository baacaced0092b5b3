package plainsieve.server.records;

import java.time.Instant;

/** Choices that someone keeps; as JSON. The name is empty when they only stand for a link that would be too long. */
public record SelectionRow(String id, String reportId, String viewer, String name, String choices, Instant madeAt) {}
