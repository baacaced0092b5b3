package plainsieve.server.access.openid;

/** A sign-in with the external service failed. */
public final class OpenIdException extends RuntimeException {
    private final Why why;

    /** Why they are not signed in. */
    public enum Why {
        /** The provider or the user denied it. */
        DENIED,
        /** It took too long, or was started in another browser. */
        EXPIRED,
        /** The response is not trustworthy. */
        FORGED,
        /** The service does not answer. */
        UNREACHABLE,
        /** The name belongs to another account. */
        TAKEN,
        /** The account is suspended. */
        SHUT
    }

    public OpenIdException(Why why, String detail, Throwable cause) {
        super(detail, cause);
        this.why = why;
    }

    public OpenIdException(Why why, String detail) {
        this(why, detail, null);
    }

    public Why why() {
        return why;
    }
}
