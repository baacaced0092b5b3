package plainsieve.server.access.openid;

/** A sign-in with the external service failed. */
public final class OpenIdException extends RuntimeException {
    private final Why why;

    /** Why they are not signed in. */
    public enum Why {
        /** The service, or they themselves, said no. */
        DENIED,
        /** It took too long, or began in another browser. */
        EXPIRED,
        /** What came back is not to be trusted. */
        FORGED,
        /** The service does not answer. */
        UNREACHABLE,
        /** Someone else here has that name. */
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
