package plainsieve.core.sql;

/** A run of tokens: from the first, up to but not including the last. */
public record Span(int from, int to) {
    public boolean isEmpty() {
        return from >= to;
    }

    public int length() {
        return to - from;
    }

    public boolean contains(int token) {
        return token >= from && token < to;
    }
}
