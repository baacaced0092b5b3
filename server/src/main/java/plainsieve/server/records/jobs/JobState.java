package plainsieve.server.records.jobs;

/** The state of a job. */
public enum JobState {
    /** It is scheduled, but not yet recorded. */
    PLANNED,
    DUE,
    RUNNING,
    DONE,
    /** It ran, and its result waits for review. */
    HELD,
    FAILED,
    /** It was not run. */
    SKIPPED
}
