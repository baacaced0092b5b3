package plainsieve.core.sql;

/** Moves the cursor over strings and quoted names. */
final class QuotedText {
    private final LexerCursor cursor;

    QuotedText(LexerCursor cursor) {
        this.cursor = cursor;
    }

    /** Skips the string that opens at the cursor. The token begins at {@code start}, before any prefix letter. */
    void skipString(int start, boolean backslashEscapes) {
        char quote = cursor.peek(0);
        cursor.at++;
        while (true) {
            if (cursor.atEnd()) {
                throw cursor.unclosed(start, "string", String.valueOf(quote));
            }
            char c = cursor.peek(0);
            if (c == '\\' && backslashEscapes) {
                cursor.at += 2;
            } else if (c != quote) {
                cursor.at++;
            } else if (cursor.peek(1) == quote) {
                cursor.at += 2;
            } else {
                cursor.at++;
                return;
            }
        }
    }

    /** Behind an {@code E'…'} and a line end, a further string goes on with the same rules. */
    boolean continuesOnNextLine() {
        int next = cursor.at;
        boolean newLine = false;
        while (next < cursor.text.length() && Character.isWhitespace(cursor.text.charAt(next))) {
            newLine |= cursor.text.charAt(next) == '\n';
            next++;
        }
        boolean continues = newLine && next < cursor.text.length() && cursor.text.charAt(next) == '\'';
        if (continues) {
            cursor.at = next;
        }
        return continues;
    }

    /** Skips a quoted name; inside, a doubled closing quote stands for itself. */
    void skipName(char close) {
        int start = cursor.at++;
        while (true) {
            int end = cursor.text.indexOf(close, cursor.at);
            if (end < 0) {
                throw cursor.unclosed(start, "quoted name", String.valueOf(close));
            }
            cursor.at = end + 1;
            // A name in brackets ends at the first closing one, whatever follows.
            if (close == ']' || cursor.peek(0) != close) {
                return;
            }
            cursor.at++;
        }
    }

    /** The end of the {@code $tag$} that begins at the cursor, or -1 when none does. */
    int endOfDollarTag() {
        int end = cursor.at + 1;
        while (end < cursor.text.length() && LexerCursor.isNamePart(cursor.text.charAt(end))) {
            end++;
        }
        boolean tag =
                end < cursor.text.length() && cursor.text.charAt(end) == '$' && !LexerCursor.isDigit(cursor.peek(1));
        return tag ? end + 1 : -1;
    }

    void skipDollarString(int endOfTag) {
        String tag = cursor.text.substring(cursor.at, endOfTag);
        int close = cursor.text.indexOf(tag, endOfTag);
        if (close < 0) {
            throw cursor.unclosed(cursor.at, "string", tag);
        }
        cursor.at = close + tag.length();
    }
}
