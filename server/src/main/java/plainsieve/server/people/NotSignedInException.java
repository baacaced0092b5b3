package plainsieve.server.people;

/** Nobody is signed in, where somebody has to be. */
public final class NotSignedInException extends RuntimeException {
    public NotSignedInException() {
        super("You are not signed in.");
    }
}
