package plainsieve.server.jobs.copies;

/** A stored copy could not be created, stored or read because of this server; its message is for users. */
public final class CopyFailure extends RuntimeException {
    CopyFailure(String message, Throwable cause) {
        super(message, cause);
    }
}
