package plainsieve.server.records.sent;

/** The cause of a statement. */
public enum StatementCause {
    /** A viewer reads a report. */
    REPORT,
    /** A download of all rows. */
    DOWNLOAD,
    /** A case of a rehearsal. */
    REHEARSAL,
    /** The bench checks the statements of reports. */
    FORM,
    /** The report editor shows rows. */
    MAKING,
    /** An author runs a draft. */
    BENCH,
    /** The values of a control. */
    LIST,
    /** A stored copy is refreshed. */
    COPY,
    /** A report is sent by mail. */
    DELIVERY,
    /** An author previews a table or column. */
    LOOK,
    /** Two statements of Sent are compared. */
    COMPARISON,
    /** An EXPLAIN. */
    EVIDENCE
}
