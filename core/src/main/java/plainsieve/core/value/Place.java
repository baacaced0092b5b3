package plainsieve.core.value;

/**
 * A place in a query text.
 *
 * @param start first character, from 0
 * @param end one past the last character
 * @param line from 1
 * @param column from 1, counted in UTF-16 units as editors do
 * @param excerpt the text of the line around the place, at most 120 characters
 */
public record Place(int start, int end, int line, int column, String excerpt) {
    private static final int LONGEST_EXCERPT = 120;

    public static Place in(String text, int start, int end) {
        int line = 1;
        int lineStart = 0;
        for (int i = 0; i < start && i < text.length(); i++) {
            if (text.charAt(i) == '\n') {
                line++;
                lineStart = i + 1;
            }
        }
        int lineEnd = text.indexOf('\n', lineStart);
        String whole = text.substring(lineStart, lineEnd < 0 ? text.length() : lineEnd);
        int from = Math.max(0, Math.min(start - lineStart - LONGEST_EXCERPT / 2, whole.length() - LONGEST_EXCERPT));
        String excerpt = whole.substring(from, Math.min(whole.length(), from + LONGEST_EXCERPT));
        return new Place(start, end, line, start - lineStart + 1, excerpt.strip());
    }
}
