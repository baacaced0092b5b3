package plainsieve.server.records;

import java.util.Optional;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** The database could not be read or written. Nothing was changed. */
public final class RecordsFailure extends RuntimeException {
    private static final int PRIMARY_CODE = 0xff;

    private final Kind kind;

    /** The cause. */
    public enum Kind {
        BUSY("Another program is writing to this server's database. Nothing was changed.", "Try again in a moment."),
        FULL("The disk of this server is full. Nothing was changed.", "Free some space, then try again."),
        TAKEN(
                "Someone else created the same object at the same moment. Nothing was changed.",
                "Use theirs, or choose another name."),
        SERVED(
                "This server's projects are served from files and are read-only here.",
                "Change the files; the server reloads them.");

        private final String message;
        private final String advice;

        Kind(String message, String advice) {
            this.message = message;
            this.advice = advice;
        }
    }

    private RecordsFailure(Kind kind, Throwable cause) {
        super(kind.message, cause);
        this.kind = kind;
    }

    static RecordsFailure busy() {
        return new RecordsFailure(Kind.BUSY, null);
    }

    /** The SQLite error among the causes; empty if there is none of these. */
    public static Optional<RecordsFailure> of(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof RecordsFailure known) {
                return Optional.of(known);
            }
            if (cause instanceof SQLiteException sqlite) {
                return isServed(sqlite)
                        ? Optional.of(new RecordsFailure(Kind.SERVED, failure))
                        : kind(sqlite.getResultCode()).map(kind -> new RecordsFailure(kind, failure));
            }
        }
        return Optional.empty();
    }

    /** See the trigger {@code state_served} of the records. */
    private static boolean isServed(SQLiteException failure) {
        return failure.getResultCode() == SQLiteErrorCode.SQLITE_CONSTRAINT_TRIGGER
                && failure.getMessage().contains("served from files");
    }

    private static Optional<Kind> kind(SQLiteErrorCode code) {
        if (code == SQLiteErrorCode.SQLITE_CONSTRAINT_PRIMARYKEY || code == SQLiteErrorCode.SQLITE_CONSTRAINT_UNIQUE) {
            return Optional.of(Kind.TAKEN);
        }
        return switch (SQLiteErrorCode.getErrorCode(code.code & PRIMARY_CODE)) {
            case SQLITE_BUSY, SQLITE_LOCKED -> Optional.of(Kind.BUSY);
            case SQLITE_FULL, SQLITE_IOERR -> Optional.of(Kind.FULL);
            default -> Optional.empty();
        };
    }

    public Kind kind() {
        return kind;
    }

    public String advice() {
        return kind.advice;
    }
}
