package plainsieve.server.records.access;

import java.time.Instant;
import java.util.Optional;

/**
 * A signed link to a report. As wide as its table.
 *
 * @param openToAnyone whether it is public
 * @param choices fixed choices as JSON
 */
public record SignedLinkRow(
        String id,
        String projectId,
        String reportId,
        String createdBy,
        Instant createdAt,
        String endsAt,
        boolean openToAnyone,
        String choices,
        String revokedAt,
        int uses,
        String usedAt) {
    /** When it ends; nothing when it has no end. */
    public Optional<Instant> ends() {
        return endsAt.isEmpty() ? Optional.empty() : Optional.of(Instant.parse(endsAt));
    }

    public boolean isRevoked() {
        return !revokedAt.isEmpty();
    }
}
