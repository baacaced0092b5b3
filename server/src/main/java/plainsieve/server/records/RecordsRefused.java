package plainsieve.server.records;

import java.util.Optional;

/** A file where the records should be is not ours, or newer than this program. It was not touched. */
public final class RecordsRefused extends RuntimeException {
    public RecordsRefused(String message) {
        super(message);
    }

    /** Finds the refusal among the causes of a failed start. */
    public static Optional<RecordsRefused> in(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof RecordsRefused refused) {
                return Optional.of(refused);
            }
        }
        return Optional.empty();
    }
}
