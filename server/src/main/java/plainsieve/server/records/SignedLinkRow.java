package plainsieve.server.records;

import java.time.Instant;
import java.util.Optional;

/**
 * A link to a report with choices that cannot be changed. As wide as its table.
 *
 * @param anyone whether it opens the report for anyone who has it
 * @param choices JSON of what it fixes
 */
public record SignedLinkRow(
        String id,
        String projectId,
        String reportId,
        String madeBy,
        Instant madeAt,
        String endsAt,
        boolean anyone,
        String choices,
        String takenBack,
        int uses,
        String usedAt) {
    /** When it ends; nothing when it has no end. */
    public Optional<Instant> ends() {
        return endsAt.isEmpty() ? Optional.empty() : Optional.of(Instant.parse(endsAt));
    }

    public boolean isTakenBack() {
        return !takenBack.isEmpty();
    }
}
