package plainsieve.server.records;

import java.time.Instant;

/** A query as it is kept. The draft is what the bench edits; reports send the live text. */
public record QueryRow(
        String projectId,
        String id,
        String name,
        String sourceId,
        String sourceBy,
        String draftText,
        String liveText,
        int version,
        Instant changedAt) {
    public QueryRow {
        // One that was removed before which source is asked could be chosen.
        sourceBy = sourceBy == null ? "" : sourceBy;
    }
}
