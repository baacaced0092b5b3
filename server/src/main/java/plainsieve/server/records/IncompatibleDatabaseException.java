package plainsieve.server.records;

import java.util.Optional;

/** The database file is foreign, or newer than this program. The file was not changed. */
public final class IncompatibleDatabaseException extends RuntimeException {
    public IncompatibleDatabaseException(String message) {
        super(message);
    }

    /** Finds the refusal among the causes of a failed start. */
    public static Optional<IncompatibleDatabaseException> findIn(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof IncompatibleDatabaseException refused) {
                return Optional.of(refused);
            }
        }
        return Optional.empty();
    }
}
