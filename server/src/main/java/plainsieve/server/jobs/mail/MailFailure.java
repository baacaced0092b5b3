package plainsieve.server.jobs.mail;

/** An email could not be sent; its message is for users. */
public final class MailFailure extends RuntimeException {
    /** The state of the email after the failure. */
    public enum Kind {
        /** Not sent, can be retried: the server was unreachable or overloaded. */
        LATER,
        /** Not sent, permanently: the address or the email was rejected. */
        REFUSED,
        /** Sent completely, but the server disconnected before confirming it. */
        UNSURE
    }

    private final Kind kind;

    public MailFailure(Kind kind, String message, Throwable cause) {
        super(message, cause);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }
}
