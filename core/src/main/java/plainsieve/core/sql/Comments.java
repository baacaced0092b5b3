package plainsieve.core.sql;

import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;

/** Skips comments by the rules of one database. */
final class Comments {
    private final LexerCursor cursor;
    private final boolean nested;
    private final boolean hashes;
    private final boolean dashesNeedBlank;
    private final boolean conditional;
    private int conditionalStart = -1;

    Comments(LexerCursor cursor, Syntax syntax) {
        this.cursor = cursor;
        this.nested = syntax.has(Feature.NESTED_COMMENTS);
        this.hashes = syntax.has(Feature.HASH_COMMENTS);
        this.dashesNeedBlank = syntax.has(Feature.DASHES_NEED_BLANK);
        this.conditional = syntax.has(Feature.CONDITIONAL_COMMENTS);
    }

    /** Whether a comment begins at the cursor. */
    boolean begin() {
        return beginsLineComment() || cursor.startsWith("/*");
    }

    /** Skips the comment at the cursor, if there is one; the brackets of a conditional comment count as comments. */
    boolean skip() {
        char c = cursor.peek(0);
        if (c != '-' && c != '/' && c != '#' && c != '*') {
            return false;
        }
        if (beginsLineComment()) {
            int end = cursor.text.indexOf('\n', cursor.at);
            cursor.at = end < 0 ? cursor.text.length() : end;
            return true;
        }
        if (conditionalStart >= 0 && cursor.startsWith("*/")) {
            conditionalStart = -1;
            cursor.at += 2;
            return true;
        }
        if (!cursor.startsWith("/*")) {
            return false;
        }
        if (conditional && (cursor.peek(2) == '!' || (cursor.peek(2) == 'M' && cursor.peek(3) == '!'))) {
            openConditional();
        } else {
            skipBlock();
        }
        return true;
    }

    /** Throws when a conditional comment never ended. */
    void end() {
        if (conditionalStart >= 0) {
            throw cursor.unclosed(conditionalStart, "comment", "*/");
        }
    }

    private boolean beginsLineComment() {
        if (hashes && cursor.peek(0) == '#') {
            return true;
        }
        if (cursor.peek(0) != '-' || cursor.peek(1) != '-') {
            return false;
        }
        return !dashesNeedBlank || cursor.peek(2) <= ' ';
    }

    private void openConditional() {
        if (conditionalStart >= 0) {
            throw cursor.unclosed(conditionalStart, "comment", "*/");
        }
        conditionalStart = cursor.at;
        cursor.at += cursor.peek(2) == 'M' ? 4 : 3;
        while (LexerCursor.isDigit(cursor.peek(0))) {
            cursor.at++;
        }
    }

    private void skipBlock() {
        int start = cursor.at;
        int depth = 1;
        cursor.at += 2;
        while (depth > 0) {
            if (cursor.at + 1 >= cursor.text.length()) {
                throw cursor.unclosed(start, "comment", "*/");
            }
            if (cursor.startsWith("*/")) {
                depth--;
                cursor.at += 2;
            } else if (nested && cursor.startsWith("/*")) {
                depth++;
                cursor.at += 2;
            } else {
                cursor.at++;
            }
        }
    }
}
