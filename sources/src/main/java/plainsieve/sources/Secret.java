package plainsieve.sources;

/** A password in memory. Its text never shows in a log or a message. */
public record Secret(String reveal) {
    public static Secret none() {
        return new Secret("");
    }

    @Override
    public String toString() {
        return "(secret)";
    }
}
