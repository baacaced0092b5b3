package plainsieve.server.sources.sent;

import java.util.Locale;

/** Why a statement is sent. */
public sealed interface Purpose {
    Purpose BENCH = new ForItself(Kind.BENCH);
    Purpose LIST = new ForItself(Kind.LIST);
    Purpose LOOK = new ForItself(Kind.LOOK);
    Purpose COPY = new ForItself(Kind.COPY);
    Purpose COMPARISON = new ForItself(Kind.COMPARISON);
    Purpose EVIDENCE = new ForItself(Kind.EVIDENCE);

    /** Its keyword in Sent. */
    default String cause() {
        return kind().name().toLowerCase(Locale.ROOT);
    }

    Kind kind();

    /** The report that it is for; empty when it is for none. */
    default String reportId() {
        return "";
    }

    /** The view of that report; empty when it is for none. */
    default String viewId() {
        return "";
    }

    static Purpose ofView(Kind kind, String reportId, String viewId) {
        return new ForView(kind, reportId, viewId);
    }

    /** The cause of a statement. */
    enum Kind {
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

    /** For one view of a report. */
    record ForView(Kind kind, String reportId, String viewId) implements Purpose {}

    /** For no report. */
    record ForItself(Kind kind) implements Purpose {}
}
