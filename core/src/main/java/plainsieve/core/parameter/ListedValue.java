package plainsieve.core.parameter;

/**
 * One value of a list and its label.
 *
 * @param count the number of rows with the value; -1 if not counted
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
