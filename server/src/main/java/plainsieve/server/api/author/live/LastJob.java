package plainsieve.server.api.author.live;

import jakarta.annotation.Nullable;
import java.util.Optional;
import plainsieve.server.records.jobs.JobRow;
import plainsieve.server.records.jobs.JobState;

/**
 * The last time that something was done or tried.
 *
 * @param at ISO 8601; empty for never
 * @param state null if it was never done
 * @param rows rows, or emails
 */
record LastJob(String at, @Nullable JobState state, int attempts, long rows, String message) {

    static LastJob of(Optional<JobRow> job) {
        return job.map(row -> new LastJob(
                        row.endedAt().isEmpty() ? row.startedAt() : row.endedAt(),
                        row.state(),
                        row.attempts(),
                        row.rows(),
                        row.message()))
                .orElse(new LastJob("", null, 0, 0, ""));
    }
}
