package plainsieve.core.sql.lexer;

/** A run of tokens: from the first, up to but not including the last. */
public record Span(int from, int to) {
    /** Of 2^32 the part that the golden ratio cuts off: multiplied by it, neighbors lie far apart (Knuth, TAOCP 6.4). */
    private static final int SPREAD = 0x9E3779B1;

    public boolean isEmpty() {
        return from >= to;
    }

    public int length() {
        return to - from;
    }

    public boolean contains(int token) {
        return token >= from && token < to;
    }

    /** Spans of one length that follow each other, as those of a long text do, must not fall together in a table. */
    @Override
    public int hashCode() {
        int spread = (from * 31 + to) * SPREAD;
        return spread ^ (spread >>> 15);
    }
}
