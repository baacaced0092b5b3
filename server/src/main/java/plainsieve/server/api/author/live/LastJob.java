package plainsieve.server.api.author.live;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.server.records.jobs.JobRow;

/**
 * The last time that something was done or tried.
 *
 * @param at ISO 8601; empty for never
 * @param state empty if it was never done
 * @param rows rows, or emails
 */
record LastJob(
        String at,

        @Schema(allowableValues = {"", "due", "running", "done", "held", "failed", "skipped"})
        String state,

        int attempts,
        long rows,
        String message) {
    static LastJob of(Optional<JobRow> job) {
        return job.map(row -> new LastJob(
                        row.endedAt().isEmpty() ? row.startedAt() : row.endedAt(),
                        Keyword.of(row.state()),
                        row.attempts(),
                        row.rows(),
                        row.message()))
                .orElse(new LastJob("", "", 0, 0, ""));
    }
}
