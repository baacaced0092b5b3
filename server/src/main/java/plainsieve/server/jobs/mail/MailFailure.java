package plainsieve.server.jobs.mail;

/** A mail could not be handed over; its message is for people. */
public final class MailFailure extends RuntimeException {
    /** The state of the email after the failure. */
    public enum Kind {
        /** It did not go, and may go later: the server was not there, or has too much to do. */
        LATER,
        /** It did not go, and will not: the address or the mail is not taken. */
        REFUSED,
        /** All of it was handed over, and the server went away before it said that it has it. */
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
