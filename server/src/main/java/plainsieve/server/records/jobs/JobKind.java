package plainsieve.server.records.jobs;

import plainsieve.core.value.Keyword;

/** What a job does. */
public enum JobKind {
    /** Refreshes a stored copy. */
    COPY,
    /** Sends a report by email. */
    DELIVERY;

    @Override
    public String toString() {
        return Keyword.of(this);
    }
}
