package plainsieve.sources.jdbc;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Optional;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;

/** What a driver's exception means, in words: what happened and what to do. */
final class JdbcFailures {
    private final SourceAccess access;
    private final Vendor vendor;

    JdbcFailures(SourceAccess access, Vendor vendor) {
        this.access = access;
        this.vendor = vendor;
    }

    SourceFailure of(SQLException e, RunLimits limits, Cancellation cancellation) {
        Optional<Cancellation.Reason> stopped = cancellation.reason();
        return stopped.isPresent() ? stopped(e, limits, stopped.get()) : ofConnecting(e);
    }

    /** The same where nothing can have been stopped by hand. */
    SourceFailure ofConnecting(SQLException e) {
        if (e instanceof SQLTransientConnectionException || vendor.isUnreachable(e)) {
            return unreachable(e);
        }
        if (vendor.isStopped(e)) {
            return new SourceFailure(
                    SourceFailure.Kind.STOPPED,
                    "The database stopped the statement: " + vendor.message(e),
                    "Run it again; if it is stopped again, ask who looks after the database.",
                    e);
        }
        return new SourceFailure(
                SourceFailure.Kind.REFUSED_STATEMENT,
                "The database refused the statement: " + vendor.message(e),
                "Correct the query on the bench.",
                e);
    }

    private static SourceFailure stopped(SQLException e, RunLimits limits, Cancellation.Reason reason) {
        return reason == Cancellation.Reason.TIME_LIMIT
                ? new SourceFailure(
                        SourceFailure.Kind.TIMED_OUT,
                        "The statement was stopped after %d seconds."
                                .formatted(limits.longest().toSeconds()),
                        "Choose less, for example a shorter range of dates.",
                        e)
                : new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", e);
    }

    private SourceFailure unreachable(SQLException e) {
        SQLException cause = e.getCause() instanceof SQLException inner ? inner : e;
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” at %s cannot be reached: %s"
                        .formatted(access.id(), access.settings().address(), vendor.message(cause)),
                "Start the database or correct its address; nothing here needs a restart.",
                e);
    }
}
