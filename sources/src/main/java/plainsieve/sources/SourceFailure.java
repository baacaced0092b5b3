package plainsieve.sources;

import java.util.Optional;
import java.util.OptionalInt;
import plainsieve.core.value.TextLocation;

/** A failure of a source, with its remedy; the cause is for the log. */
public final class SourceFailure extends RuntimeException {
    private final Kind kind;
    private final String advice;
    private final OptionalInt position;
    private final Optional<TextLocation> place;

    /** The kind of failure. */
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
        this.position = OptionalInt.empty();
        this.place = Optional.empty();
    }

    private SourceFailure(SourceFailure of, OptionalInt position, Optional<TextLocation> place) {
        super(of.getMessage(), of.getCause());
        this.kind = of.kind;
        this.advice = of.advice;
        this.position = position;
        this.place = place;
    }

    /** The same failure with its place in the statement, when the source refused that. */
    public SourceFailure at(OptionalInt offset) {
        return kind == Kind.REFUSED_STATEMENT ? new SourceFailure(this, offset, place) : this;
    }

    /** The same failure with its place in the author's text. */
    public SourceFailure at(Optional<TextLocation> where) {
        return new SourceFailure(this, position, where);
    }

    /** The position in the statement, from 0, if the database reported it. */
    public OptionalInt position() {
        return position;
    }

    /** Where in the author's text, once that was found. */
    public Optional<TextLocation> place() {
        return place;
    }

    public Kind kind() {
        return kind;
    }

    public String advice() {
        return advice;
    }
}
