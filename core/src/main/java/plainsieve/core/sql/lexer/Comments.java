package plainsieve.core.sql.lexer;

import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;

/** Skips comments according to one dialect. */
final class Comments {
    private final LexerCursor lexerCursor;
    private final boolean nested;
    private final boolean hashes;
    private final boolean dashesNeedBlank;
    private final boolean conditional;
    private int conditionalStart = -1;

    Comments(LexerCursor lexerCursor, Syntax syntax) {
        this.lexerCursor = lexerCursor;
        this.nested = syntax.has(Feature.NESTED_COMMENTS);
        this.hashes = syntax.has(Feature.HASH_COMMENTS);
        this.dashesNeedBlank = syntax.has(Feature.DASHES_NEED_BLANK);
        this.conditional = syntax.has(Feature.CONDITIONAL_COMMENTS);
    }

    /** Whether a comment starts at the cursor. */
    boolean begin() {
        return beginsLineComment() || lexerCursor.startsWith("/*");
    }

    /** Skips the comment at the cursor, if there is one; the delimiters of a conditional comment count as comments. */
    boolean skip() {
        char c = lexerCursor.peek(0);
        if (c != '-' && c != '/' && c != '#' && c != '*') {
            return false;
        }
        if (beginsLineComment()) {
            int end = lexerCursor.text.indexOf('\n', lexerCursor.at);
            lexerCursor.at = end < 0 ? lexerCursor.text.length() : end;
            return true;
        }
        if (conditionalStart >= 0 && lexerCursor.startsWith("*/")) {
            conditionalStart = -1;
            lexerCursor.at += 2;
            return true;
        }
        if (!lexerCursor.startsWith("/*")) {
            return false;
        }
        if (conditional && (lexerCursor.peek(2) == '!' || (lexerCursor.peek(2) == 'M' && lexerCursor.peek(3) == '!'))) {
            openConditional();
        } else {
            skipBlock();
        }
        return true;
    }

    /** Throws when a conditional comment never ended. */
    void end() {
        if (conditionalStart >= 0) {
            throw lexerCursor.unclosed(conditionalStart, "comment", "*/");
        }
    }

    private boolean beginsLineComment() {
        if (hashes && lexerCursor.peek(0) == '#') {
            return true;
        }
        if (lexerCursor.peek(0) != '-' || lexerCursor.peek(1) != '-') {
            return false;
        }
        return !dashesNeedBlank || lexerCursor.peek(2) <= ' ';
    }

    private void openConditional() {
        if (conditionalStart >= 0) {
            throw lexerCursor.unclosed(conditionalStart, "comment", "*/");
        }
        conditionalStart = lexerCursor.at;
        lexerCursor.at += lexerCursor.peek(2) == 'M' ? 4 : 3;
        while (LexerCursor.isDigit(lexerCursor.peek(0))) {
            lexerCursor.at++;
        }
    }

    private void skipBlock() {
        int start = lexerCursor.at;
        int depth = 1;
        lexerCursor.at += 2;
        while (depth > 0) {
            if (lexerCursor.at + 1 >= lexerCursor.text.length()) {
                throw lexerCursor.unclosed(start, "comment", "*/");
            }
            if (lexerCursor.startsWith("*/")) {
                depth--;
                lexerCursor.at += 2;
            } else if (nested && lexerCursor.startsWith("/*")) {
                depth++;
                lexerCursor.at += 2;
            } else {
                lexerCursor.at++;
            }
        }
    }
}
