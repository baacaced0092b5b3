package plainsieve.server.jobs.copies;

/** A stored copy could not be made, kept or read, for a reason of this server's; its message is for people. */
public final class CopyFailure extends RuntimeException {
    CopyFailure(String message, Throwable cause) {
        super(message, cause);
    }
}
