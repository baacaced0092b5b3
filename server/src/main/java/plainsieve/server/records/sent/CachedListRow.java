package plainsieve.server.records.sent;

import java.time.Instant;

/** The last answer of a list; its values are JSON. */
public record CachedListRow(String id, String list, Instant queriedAt, Instant usedAt) {}
