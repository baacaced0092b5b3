package plainsieve.core.request;

import java.util.ArrayList;
import java.util.List;

/**
 * The text of a web request: a first line that marks it, one line per part, and, after a line {@code then}, SQL over the rows
 * of its response. Described in docs/web-services.md.
 *
 * @param lines the nonempty lines of the request after the first
 * @param sql padded with blanks in place of the request, so that positions equal those of the whole text
 */
public record RequestText(List<Line> lines, String sql) {
    /** The first line: the format and its number. */
    public static final String HEADER = "request 1";

    /** The rows of the answer, to SQL. */
    public static final String RESPONSE = "response";

    static final String THEN = "then";

    private static final String ALL_ROWS = "select * from " + RESPONSE;

    /** @param start its offset in the whole text */
    public record Line(String text, int start) {
        int end() {
            return start + text.length();
        }
    }

    public RequestText {
        lines = List.copyOf(lines);
    }

    /** Whether a text is a request, not SQL and not steps. */
    public static boolean isRequest(String text) {
        int end = text.indexOf('\n');
        return (end < 0 ? text : text.substring(0, end)).strip().equals(HEADER);
    }

    /** The SQL of a text that may be a request: all of it when it is none. */
    public static String sqlIn(String text) {
        return isRequest(text) ? of(text).sql() : text;
    }

    public static RequestText of(String text) {
        List<Line> lines = new ArrayList<>();
        int start = 0;
        for (String line : text.split("\n", -1)) {
            int next = Math.min(start + line.length() + 1, text.length());
            String words = line.strip();
            if (words.equals(THEN)) {
                return new RequestText(lines, sql(text, next));
            }
            boolean says = start > 0 && !words.isEmpty() && !words.startsWith("--");
            if (says) {
                lines.add(new Line(words, start + line.indexOf(words)));
            }
            start = next;
        }
        return new RequestText(lines, sql(text, text.length()));
    }

    private static String sql(String text, int from) {
        String blanks = text.substring(0, from).replaceAll("[^\n]", " ");
        String rest = text.substring(from);
        return blanks + (rest.isBlank() ? rest + (rest.isEmpty() ? "\n" : "") + ALL_ROWS : rest);
    }
}
