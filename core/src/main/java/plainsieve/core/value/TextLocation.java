package plainsieve.core.value;

/**
 * A location in a query text.
 *
 * @param start offset of the first character, from 0
 * @param end offset after the last character
 * @param line from 1
 * @param column from 1, counted in UTF-16 units as editors do
 * @param excerpt of the line around the location, at most 120 characters
 */
public record TextLocation(int start, int end, int line, int column, String excerpt) {
    public static TextLocation of(String text, int start, int end) {
        return LineIndex.of(text).place(start, end);
    }
}
