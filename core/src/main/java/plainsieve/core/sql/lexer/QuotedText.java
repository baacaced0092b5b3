package plainsieve.core.sql.lexer;

/** Moves the cursor over strings and quoted names. */
final class QuotedText {
    private final LexerCursor lexerCursor;

    QuotedText(LexerCursor lexerCursor) {
        this.lexerCursor = lexerCursor;
    }

    /** Skips the string at the cursor. The token starts at {@code start}, before any prefix letter. */
    void skipString(int start, boolean backslashEscapes) {
        char quote = lexerCursor.peek(0);
        lexerCursor.at++;
        while (true) {
            if (lexerCursor.atEnd()) {
                throw lexerCursor.unclosed(start, "string", String.valueOf(quote));
            }
            char c = lexerCursor.peek(0);
            if (c == '\\' && backslashEscapes) {
                lexerCursor.at += 2;
            } else if (c != quote) {
                lexerCursor.at++;
            } else if (lexerCursor.peek(1) == quote) {
                lexerCursor.at += 2;
            } else {
                lexerCursor.at++;
                return;
            }
        }
    }

    /** After {@code E'…'} and a line break, another string continues with the same rules. */
    boolean continuesOnNextLine() {
        int next = lexerCursor.at;
        boolean newLine = false;
        while (next < lexerCursor.text.length() && Character.isWhitespace(lexerCursor.text.charAt(next))) {
            newLine |= lexerCursor.text.charAt(next) == '\n';
            next++;
        }
        boolean continues = newLine && next < lexerCursor.text.length() && lexerCursor.text.charAt(next) == '\'';
        if (continues) {
            lexerCursor.at = next;
        }
        return continues;
    }

    /** Skips a quoted name; inside, a doubled closing quote represents itself. */
    void skipName(char close) {
        int start = lexerCursor.at++;
        while (true) {
            int end = lexerCursor.text.indexOf(close, lexerCursor.at);
            if (end < 0) {
                throw lexerCursor.unclosed(start, "quoted name", String.valueOf(close));
            }
            lexerCursor.at = end + 1;
            // A name in brackets ends at the first closing bracket.
            if (close == ']' || lexerCursor.peek(0) != close) {
                return;
            }
            lexerCursor.at++;
        }
    }

    /** The end of the {@code $tag$} that starts at the cursor, or -1. */
    int endOfDollarTag() {
        int end = lexerCursor.at + 1;
        while (end < lexerCursor.text.length() && LexerCursor.isNamePart(lexerCursor.text.charAt(end))) {
            end++;
        }
        boolean tag = end < lexerCursor.text.length()
                && lexerCursor.text.charAt(end) == '$'
                && !LexerCursor.isDigit(lexerCursor.peek(1));
        return tag ? end + 1 : -1;
    }

    void skipDollarString(int endOfTag) {
        String tag = lexerCursor.text.substring(lexerCursor.at, endOfTag);
        int close = lexerCursor.text.indexOf(tag, endOfTag);
        if (close < 0) {
            throw lexerCursor.unclosed(lexerCursor.at, "string", tag);
        }
        lexerCursor.at = close + tag.length();
    }
}
