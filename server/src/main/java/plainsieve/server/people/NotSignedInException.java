package plainsieve.server.people;

/** No one is signed in, where someone has to be. */
public final class NotSignedInException extends RuntimeException {
    public NotSignedInException() {
        super("You are not signed in.");
    }
}
