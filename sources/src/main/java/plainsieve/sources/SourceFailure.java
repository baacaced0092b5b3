package plainsieve.sources;

import java.util.Optional;
import java.util.OptionalInt;
import plainsieve.core.value.Place;

/** A source could not do what was asked. Says what happened and what to do; the cause is for the log. */
public final class SourceFailure extends RuntimeException {
    private final Kind kind;
    private final String advice;
    private final OptionalInt position;
    private final Optional<Place> place;

    /** What kind of failure it was. */
    public enum Kind {
        UNREACHABLE,
        TIMED_OUT,
        STOPPED,
        REFUSED_STATEMENT,
        BUSY
    }

    public SourceFailure(Kind kind, String message, String advice, Throwable cause) {
        this(kind, message, advice, OptionalInt.empty(), cause);
    }

    SourceFailure(Kind kind, String message, String advice, OptionalInt position, Throwable cause) {
        super(message, cause);
        this.kind = kind;
        this.advice = advice;
        this.position = position;
        this.place = Optional.empty();
    }

    private SourceFailure(SourceFailure of, Optional<Place> where) {
        super(of.getMessage(), of.getCause());
        this.kind = of.kind;
        this.advice = of.advice;
        this.position = of.position;
        this.place = where;
    }

    /** The same failure with its place in the author's text. */
    public SourceFailure in(Optional<Place> where) {
        return new SourceFailure(this, where);
    }

    /** Where in the statement, from 0, if the database told. */
    public OptionalInt position() {
        return position;
    }

    /** Where in the author's text, once that was found. */
    public Optional<Place> place() {
        return place;
    }

    public Kind kind() {
        return kind;
    }

    public String advice() {
        return advice;
    }
}
