package plainsieve.core.value;

import java.util.Arrays;

/** An index of the lines of a text, for many lookups. */
public final class LineIndex {
    private static final int LONGEST_EXCERPT = 120;

    private final String text;
    /** The start offset of each line. */
    private final int[] starts;

    private LineIndex(String text, int[] starts) {
        this.text = text;
        this.starts = starts;
    }

    public static LineIndex of(String text) {
        int[] starts = new int[16];
        int count = 1;
        for (int at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) {
            if (count == starts.length) {
                starts = Arrays.copyOf(starts, count * 2);
            }
            starts[count++] = at + 1;
        }
        return new LineIndex(text, Arrays.copyOf(starts, count));
    }

    /** The location from one offset to another. */
    public TextLocation place(int start, int end) {
        int found = Arrays.binarySearch(starts, Math.min(start, text.length()));
        int line = found >= 0 ? found : -found - 2;
        int lineStart = starts[line];
        int lineEnd = line + 1 < starts.length ? starts[line + 1] - 1 : text.length();
        int length = lineEnd - lineStart;
        int from = Math.max(0, Math.min(start - lineStart - LONGEST_EXCERPT / 2, length - LONGEST_EXCERPT));
        String excerpt = text.substring(lineStart + from, lineStart + Math.min(length, from + LONGEST_EXCERPT));
        return new TextLocation(start, end, line + 1, start - lineStart + 1, excerpt.strip());
    }

    /** A number of characters in a line, limited to its end. @param line from 1 @param column from 1 */
    public TextLocation inLine(int line, int column, int length) {
        int start = Math.min(starts[Math.min(line, starts.length) - 1] + column - 1, text.length());
        return place(start, Math.min(start + length, text.length()));
    }
}
