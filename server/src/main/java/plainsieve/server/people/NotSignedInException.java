package plainsieve.server.people;

/** The request requires sign-in. */
public final class NotSignedInException extends RuntimeException {
    public NotSignedInException() {
        super("You are not signed in.");
    }
}
