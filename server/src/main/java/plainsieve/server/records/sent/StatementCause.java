package plainsieve.server.records.sent;

/** The cause of a statement. */
public enum StatementCause {
    /** A viewer reads a report. */
    REPORT,
    /** A download of all rows. */
    DOWNLOAD,
    /** A case of a rehearsal. */
    REHEARSAL,
    /** The statements of reports are checked with a draft. */
    CHECK,
    /** The report editor shows rows. */
    EDITOR,
    /** An author runs a draft. */
    BENCH,
    /** The values of a control. */
    LIST,
    /** A stored copy is refreshed. */
    COPY,
    /** A report is sent by mail. */
    DELIVERY,
    /** An author previews a table or column. */
    PREVIEW,
    /** Two statements of Sent are compared. */
    COMPARISON,
    /** An EXPLAIN. */
    EVIDENCE
}
