package plainsieve.server.people;

/** Nobody is signed in, where somebody has to be. */
public final class NotSignedIn extends RuntimeException {
    public NotSignedIn() {
        super("You are not signed in.");
    }
}
