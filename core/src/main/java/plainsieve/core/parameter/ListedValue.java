package plainsieve.core.parameter;

/**
 * One value on a list, and what viewers read for it.
 *
 * @param count how many rows have the value; -1 when no one asked
 */
public record ListedValue(String value, String label, long count) {
    public static final long NOT_COUNTED = -1;

    public ListedValue(String value, String label) {
        this(value, label, NOT_COUNTED);
    }

    public static ListedValue of(String value) {
        return new ListedValue(value, value);
    }
}
