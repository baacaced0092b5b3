package plainsieve.core.sql.lexer;

/** A run of tokens: from the first, up to but not including the last. */
public record Span(int from, int to) {
    /** The golden ratio of 2^32: multiplication by it scatters adjacent values (Knuth, TAOCP 6.4). */
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

    /** Consecutive spans of one length, as in a long text, must not collide in a hash table. */
    @Override
    public int hashCode() {
        int spread = (from * 31 + to) * SPREAD;
        return spread ^ (spread >>> 15);
    }
}
