package plainsieve.server.records;

import java.time.Instant;

/** A query as it is kept. The draft is what the bench edits; reports send the live text. */
public record QueryRow(
        String projectId,
        String id,
        String name,
        String sourceId,
        String sourceParameter,
        String storedCopy,
        Integer cacheSeconds,
        String draftText,
        String liveText,
        int version,
        Instant changedAt) {
    public QueryRow {
        // One that was removed before these could be stated.
        sourceParameter = sourceParameter == null ? "" : sourceParameter;
        storedCopy = storedCopy == null ? "" : storedCopy;
        cacheSeconds = cacheSeconds == null ? 0 : cacheSeconds;
    }
}
