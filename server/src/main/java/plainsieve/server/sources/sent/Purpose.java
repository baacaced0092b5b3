package plainsieve.server.sources.sent;

import plainsieve.server.records.sent.StatementCause;

/** Why a statement is sent. */
public sealed interface Purpose {
    Purpose BENCH = new ForItself(StatementCause.BENCH);
    Purpose LIST = new ForItself(StatementCause.LIST);
    Purpose PREVIEW = new ForItself(StatementCause.PREVIEW);
    Purpose COPY = new ForItself(StatementCause.COPY);
    Purpose COMPARISON = new ForItself(StatementCause.COMPARISON);
    Purpose EVIDENCE = new ForItself(StatementCause.EVIDENCE);

    /** Its cause in Sent. */
    StatementCause cause();

    /** The report that it is for; empty when it is for none. */
    default String reportId() {
        return "";
    }

    /** The view of that report; empty when it is for none. */
    default String viewId() {
        return "";
    }

    static Purpose ofView(StatementCause cause, String reportId, String viewId) {
        return new ForView(cause, reportId, viewId);
    }

    /** For one view of a report. */
    record ForView(StatementCause cause, String reportId, String viewId) implements Purpose {}

    /** For no report. */
    record ForItself(StatementCause cause) implements Purpose {}
}
