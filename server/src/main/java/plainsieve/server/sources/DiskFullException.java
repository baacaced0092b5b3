package plainsieve.server.sources;

/** The disk for source files is full. Nothing was changed. */
public final class DiskFullException extends RuntimeException {
    DiskFullException(Throwable cause) {
        super("The disk of this server is full. Nothing was changed.", cause);
    }
}
