package plainsieve.server.records.jobs;

/** What a job does. */
public enum JobKind {
    /** Refreshes a stored copy. */
    COPY,
    /** Sends a report by email. */
    DELIVERY
}
