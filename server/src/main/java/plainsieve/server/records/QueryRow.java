package plainsieve.server.records;

import java.time.Instant;

/** A query as it is kept. The draft is what the bench edits; reports send the live text. */
public record QueryRow(
        String projectId,
        String id,
        String name,
        String sourceId,
        String sourceBy,
        String copy,
        Integer keptSeconds,
        String draftText,
        String liveText,
        int version,
        Instant changedAt) {
    public QueryRow {
        // One that was removed before these could be stated.
        sourceBy = sourceBy == null ? "" : sourceBy;
        copy = copy == null ? "" : copy;
        keptSeconds = keptSeconds == null ? 0 : keptSeconds;
    }
}
