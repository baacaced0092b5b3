package plainsieve.core.sql.lexer;

import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** The position of the lexer in a text, and character classes. */
final class LexerCursor {
    final String text;
    int at;

    LexerCursor(String text) {
        this.text = text;
    }

    boolean atEnd() {
        return at >= text.length();
    }

    char peek(int ahead) {
        return at + ahead < text.length() ? text.charAt(at + ahead) : '\0';
    }

    boolean startsWith(String piece) {
        return text.startsWith(piece, at);
    }

    static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    static boolean isWordStart(char c) {
        return (c >= 'a' && c <= 'z')
                || (c >= 'A' && c <= 'Z')
                || c == '_'
                || (c > 127 && (Character.isLetter(c) || Character.isSurrogate(c)));
    }

    static boolean isWordPart(char c) {
        return isWordStart(c)
                || isDigit(c)
                || c == '$'
                || (c > 127 && (Character.isDigit(c) || Character.getType(c) == Character.NON_SPACING_MARK));
    }

    static boolean isNamePart(char c) {
        return c == '_' || Character.isLetterOrDigit(c);
    }

    ProblemException unclosed(int start, String what, String closing) {
        return new ProblemException(Problem.of(
                        ProblemKind.SYNTAX_ERROR,
                        "Unclosed %s.".formatted(what),
                        "Close it with %s.".formatted(closing))
                .at(TextLocation.of(text, start, Math.min(text.length(), start + 1))));
    }
}
