package plainsieve.server.sources;

/** The disk that files of sources lie on takes no more. Nothing was changed then. */
public final class DiskFullException extends RuntimeException {
    DiskFullException(Throwable cause) {
        super("The disk of this server is full. Nothing was changed.", cause);
    }
}
