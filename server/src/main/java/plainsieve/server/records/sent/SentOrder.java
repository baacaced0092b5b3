package plainsieve.server.records.sent;

/** The order of statements in Sent. */
public enum SentOrder {
    /** Newest first. */
    NEW,
    /** Slowest first. */
    SLOW,
    /** Failed ones first. */
    FAILED
}
