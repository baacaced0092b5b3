package plainsieve.server.records.jobs;

/** Why a job runs. */
public enum JobCause {
    SCHEDULE,
    /** A job that it depends on ended. */
    DEPENDENCY,
    /** Someone asked for it. */
    MANUAL
}
