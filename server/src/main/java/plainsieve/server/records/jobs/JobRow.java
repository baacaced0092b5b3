package plainsieve.server.records.jobs;

/**
 * A job. Timestamps are ISO 8601 in UTC, in whole seconds.
 *
 * @param holder the server that runs it, until the lease expires
 * @param notBefore earliest time of the next try
 * @param message why it failed or is held
 */
public record JobRow(
        long id,
        String projectId,
        JobKind kind,
        String objectId,
        String dueAt,
        JobCause cause,
        JobState state,
        String holder,
        String leaseUntil,
        int attempts,
        String notBefore,
        String startedAt,
        String endedAt,
        long rows,
        String message) {
    /** One that is to be done. @param objectId its ID. @param cause schedule, after, or hand */
    public static JobRow due(String projectId, JobKind kind, String objectId, String dueAt, JobCause cause) {
        return new JobRow(0, projectId, kind, objectId, dueAt, cause, JobState.DUE, "", "", 0, dueAt, "", "", 0, "");
    }

    /** The same, skipped. */
    public JobRow skipped(String why) {
        return ended(JobState.SKIPPED, "", 0, why);
    }

    /** The same at its end. */
    public JobRow ended(JobState newState, String at, long newRows, String newNote) {
        return new JobRow(
                id,
                projectId,
                kind,
                objectId,
                dueAt,
                cause,
                newState,
                holder,
                leaseUntil,
                attempts,
                notBefore,
                startedAt,
                at,
                newRows,
                newNote);
    }
}
