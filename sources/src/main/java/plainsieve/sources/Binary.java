package plainsieve.sources;

import java.util.HexFormat;

/**
 * A binary value, neither text nor number.
 *
 * @param digits two hexadecimal digits for each byte
 */
public record Binary(String digits) {
    private static final int MOST_SHOWN = 32;

    public static Binary of(byte[] bytes) {
        return new Binary(HexFormat.of().formatHex(bytes));
    }

    /** How many bytes they are. */
    public int size() {
        return digits.length() / 2;
    }

    /** A short form: the first bytes and the length. */
    public String inWords() {
        String size = size() == 1 ? "1 byte" : "%,d bytes".formatted(size());
        String first = size() > MOST_SHOWN ? "0x" + digits.substring(0, 2 * MOST_SHOWN) + "…" : toString();
        return "%s (%s)".formatted(first, size);
    }

    /** All of them, as SQL and other languages write bytes. */
    @Override
    public String toString() {
        return "0x" + digits;
    }
}
