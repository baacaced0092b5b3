package plainsieve.sources.jdbc;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Optional;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.vendor.Vendor;

/** Translates driver exceptions to messages with a remedy. */
final class JdbcFailures {
    private final SourceAccess access;
    private final Vendor vendor;

    JdbcFailures(SourceAccess access, Vendor vendor) {
        this.access = access;
        this.vendor = vendor;
    }

    /** Of a statement. */
    SourceFailure of(SQLException e, RunLimits limits, Cancellation cancellation) {
        Optional<Cancellation.Reason> stopped = cancellation.reason();
        return stopped.isPresent() ? stopped(e, limits, stopped.get()) : ofStatement(e);
    }

    private SourceFailure ofStatement(SQLException e) {
        if (e instanceof SQLTransientConnectionException || vendor.isUnreachable(e)) {
            return unreachable(e);
        }
        if (vendor.isFull(e)) {
            return busy(e, e);
        }
        if (vendor.lacksMemory(e)) {
            return new SourceFailure(
                    SourceFailure.Kind.BUSY,
                    "Out of memory: " + vendor.message(e),
                    "Narrow the choices, try again later, or raise plainsieve.engine-memory.",
                    e);
        }
        if (vendor.isStopped(e)) {
            return new SourceFailure(
                    SourceFailure.Kind.STOPPED,
                    "The database stopped the statement: " + vendor.message(e),
                    "Run it again; if it is stopped again, ask the database administrator.",
                    e);
        }
        return new SourceFailure(
                SourceFailure.Kind.REFUSED_STATEMENT,
                "The database refused the statement: " + vendor.message(e),
                "Correct the query on the bench.",
                e);
    }

    private SourceFailure busy(SQLException cause, SQLException e) {
        return new SourceFailure(
                SourceFailure.Kind.BUSY,
                "“%s” is overloaded: %s".formatted(access.id(), words(cause)),
                "Try again later, or reduce the source's concurrent statements.",
                e);
    }

    /** For a cancellable connection. */
    SourceFailure ofConnecting(SQLException e, RunLimits limits, Cancellation cancellation) {
        Optional<Cancellation.Reason> stopped = cancellation.reason();
        return stopped.isPresent() ? stopped(e, limits, stopped.get()) : ofConnecting(e);
    }

    /** For a connection: the message refers to the source's settings or its owner, not to a query. */
    SourceFailure ofConnecting(SQLException e) {
        SQLException cause = innermost(e);
        if (vendor.isFull(cause)) {
            return busy(cause, e);
        }
        if (vendor.refusesUser(cause)) {
            return notLetIn(
                    "rejects the user",
                    "Correct the user or the password on Sources. It is not retried until the source is saved.",
                    cause);
        }
        return vendor.missesDatabase(cause)
                ? notLetIn("has no such database", "Correct the database name of the source.", cause)
                : unreachable(e);
    }

    private SourceFailure notLetIn(String what, String advice, SQLException cause) {
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” at %s %s: %s".formatted(access.id(), access.settings().address(), what, words(cause)),
                advice,
                cause);
    }

    /** The driver's message as a sentence. */
    private String words(SQLException e) {
        // Local paths are hidden from readers.
        String message = access.settings() instanceof SourceSettings.InFile file
                ? vendor.message(e).replace(file.file(), file.address())
                : vendor.message(e);
        return message.matches("(?s).*[.!?]") ? message : message + ".";
    }

    private static SQLException innermost(SQLException e) {
        return e.getCause() instanceof SQLException inner ? innermost(inner) : e;
    }

    private static SourceFailure stopped(SQLException e, RunLimits limits, Cancellation.Reason reason) {
        return reason == Cancellation.Reason.TIME_LIMIT
                ? new SourceFailure(
                        SourceFailure.Kind.TIMED_OUT,
                        "The statement was stopped after %d seconds."
                                .formatted(limits.longest().toSeconds()),
                        "Narrow the choices, for example to a shorter date range.",
                        e)
                : new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", e);
    }

    private SourceFailure unreachable(SQLException e) {
        boolean file = access.settings() instanceof SourceSettings.InFile;
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” at %s cannot be %s: %s"
                        .formatted(
                                access.id(),
                                access.settings().address(),
                                file ? "opened" : "reached",
                                words(innermost(e))),
                file
                        ? "Restore the file or correct its name; no restart is needed."
                        : "Start the database or correct its address; no restart is needed.",
                e);
    }
}
