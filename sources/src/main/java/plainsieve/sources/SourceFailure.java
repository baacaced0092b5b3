package plainsieve.sources;

/** A source could not do what was asked. Says what happened and what to do; the cause is for the log. */
public final class SourceFailure extends RuntimeException {
    private final Kind kind;
    private final String advice;

    /** What kind of failure it was. */
    public enum Kind {
        UNREACHABLE,
        TIMED_OUT,
        STOPPED,
        REFUSED_STATEMENT,
        BUSY
    }

    public SourceFailure(Kind kind, String message, String advice, Throwable cause) {
        super(message, cause);
        this.kind = kind;
        this.advice = advice;
    }

    public Kind kind() {
        return kind;
    }

    public String advice() {
        return advice;
    }
}
