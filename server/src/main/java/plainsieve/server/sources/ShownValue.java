package plainsieve.server.sources;

import java.math.BigDecimal;
import plainsieve.sources.Binary;

/** A value of an answer as it travels to a screen. */
public final class ShownValue {
    /** The largest integer that is exact in a double: 2^53. */
    private static final long LARGEST_EXACT = 9_007_199_254_740_992L;

    private ShownValue() {}

    /** Numbers in browsers are doubles: those that would lose digits are text. Binary values are truncated, with their length. */
    public static Object of(Object value) {
        if (value instanceof Long number && Math.abs(number) > LARGEST_EXACT) {
            return number.toString();
        }
        if (value instanceof BigDecimal number) {
            return number.toPlainString();
        }
        return value instanceof Binary bytes ? bytes.inWords() : value;
    }
}
