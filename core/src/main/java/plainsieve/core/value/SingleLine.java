package plainsieve.core.value;

import java.util.regex.Pattern;

/**
 * Names given by users: a single line that is unambiguous in a page, a file name or the header of an email.
 */
public final class SingleLine {
    /** Control characters, line and paragraph separators, and marks that reverse the direction of the text after them. */
    private static final Pattern CONTROL = Pattern.compile("[\\p{Cc}\\u2028\\u2029\\u202A-\\u202E\\u2066-\\u2069]");

    /** An encoded word of RFC 2047, which email programs show as other text. */
    private static final Pattern ENCODED_WORD = Pattern.compile("=\\?[^\\s?]+\\?[^\\s?]\\?[^\\s?]*\\?=");

    private SingleLine() {}

    /**
     * The name without surrounding blanks.
     *
     * @throws ProblemException if it contains a line break, another control character, or an encoded word
     */
    public static String of(String name) {
        String stripped = name.strip();
        if (CONTROL.matcher(stripped).find()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "A name is a single line without control characters.",
                    "Remove line breaks, tabs and invisible characters."));
        }
        if (ENCODED_WORD.matcher(stripped).find()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "A name cannot contain an encoded word of an email header, such as =?utf-8?q?…?=.",
                    "Write the text itself."));
        }
        return stripped;
    }

    /** Any text as a single line, where rejecting is not possible: characters that {@link #of} rejects become blanks. */
    public static String flattened(String text) {
        return CONTROL.matcher(text).replaceAll(" ").replace("=?", "= ?").strip();
    }
}
