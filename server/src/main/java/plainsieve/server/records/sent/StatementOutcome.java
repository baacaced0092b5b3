package plainsieve.server.records.sent;

/** The outcome of a statement. */
public enum StatementOutcome {
    RUNNING,
    DONE,
    FAILED,
    /** By its caller, or by the end of the server. */
    STOPPED,
    /** Not sent: the result of an equal statement that was already running was used. */
    SHARED
}
