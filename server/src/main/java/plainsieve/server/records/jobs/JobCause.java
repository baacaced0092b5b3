package plainsieve.server.records.jobs;

/** Why a job runs. */
public enum JobCause {
    SCHEDULE,
    /** Another job ended. */
    AFTER,
    /** Someone asked for it. */
    HAND
}
