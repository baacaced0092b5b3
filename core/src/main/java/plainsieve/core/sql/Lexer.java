package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.dialect.LexicalRules;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Splits plain SQL into tokens by the rules of one database, in one pass. A {@code :name} inside a string, a quoted
 * name or a comment is no parameter. Throws {@link ProblemException} only for what never ends (a string, a quoted name,
 * a comment).
 */
public final class Lexer {
    private static final String OPERATOR_CHARACTERS = "+-*/<>=~!@#%^&|`";

    private final String text;
    private final LexicalRules rules;
    private final Tokens tokens;
    private final List<Place> quotedParameters = new ArrayList<>();
    private int at;

    private Lexer(String text, LexicalRules rules) {
        this.text = text;
        this.rules = rules;
        this.tokens = new Tokens(text);
    }

    /** The tokens of a text, and the places where something like a parameter stands inside a string. */
    public record Result(Tokens tokens, List<Place> quotedParameters) {}

    public static Result scan(String text, LexicalRules rules) {
        Lexer lexer = new Lexer(text, rules);
        lexer.run();
        return new Result(lexer.tokens, List.copyOf(lexer.quotedParameters));
    }

    private void run() {
        if (text.startsWith("\uFEFF")) {
            at = 1;
        }
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c) || c == '\0') {
                at++;
            } else if (!skipComment(c)) {
                scanToken(c);
            }
        }
    }

    private boolean skipComment(char c) {
        if (c == '-' && peek(1) == '-') {
            int end = text.indexOf('\n', at);
            at = end < 0 ? text.length() : end;
            return true;
        }
        if (c == '/' && peek(1) == '*') {
            skipBlockComment();
            return true;
        }
        return false;
    }

    private void skipBlockComment() {
        int start = at;
        int depth = 1;
        at += 2;
        while (depth > 0) {
            if (at + 1 >= text.length()) {
                throw unclosed(start, "comment", "*/");
            }
            if (text.startsWith("*/", at)) {
                depth--;
                at += 2;
            } else if (rules.nestedComments() && text.startsWith("/*", at)) {
                depth++;
                at += 2;
            } else {
                at++;
            }
        }
    }

    private void scanToken(char c) {
        switch (c) {
            case '\'' -> scanString(at, false);
            case '"' -> scanQuotedName('"');
            case '(', '[', '{' -> single(TokenKind.OPEN);
            case ')', ']', '}' -> single(TokenKind.CLOSE);
            case ',' -> single(TokenKind.COMMA);
            case ';' -> single(TokenKind.SEMICOLON);
            case ':' -> scanColon();
            case '$' -> scanDollar();
            case '?' -> scanQuestionMark();
            default -> scanOther(c);
        }
    }

    private void scanOther(char c) {
        if (isDigit(c) || (c == '.' && isDigit(peek(1)))) {
            scanNumber();
        } else if (isWordStart(c)) {
            scanWord(c);
        } else if (OPERATOR_CHARACTERS.indexOf(c) >= 0) {
            scanOperator();
        } else {
            single(TokenKind.SYMBOL);
        }
    }

    private void scanWord(char c) {
        boolean escapes = rules.escapeStrings() && (c == 'e' || c == 'E');
        boolean prefix = "eEbBxXnN".indexOf(c) >= 0;
        if (prefix && peek(1) == '\'') {
            int start = at++;
            scanString(start, escapes);
            return;
        }
        int start = at;
        while (at < text.length() && isWordPart(text.charAt(at))) {
            at++;
        }
        tokens.add(TokenKind.WORD, start, at);
    }

    /** Reads a string that opens at the current quote; the token begins at {@code start}, before any prefix letter. */
    private void scanString(int start, boolean backslashEscapes) {
        int quote = at++;
        while (true) {
            if (at >= text.length()) {
                throw unclosed(start, "string", "'");
            }
            char c = text.charAt(at);
            if (c == '\\' && backslashEscapes) {
                at += 2;
            } else if (c != '\'') {
                at++;
            } else if (peek(1) == '\'') {
                at += 2;
            } else {
                at++;
                break;
            }
        }
        tokens.add(TokenKind.STRING, start, at);
        noteQuotedParameter(quote, at);
    }

    /** {@code ':port'}: a string that is nothing but a parameter was most likely meant to be one. */
    private void noteQuotedParameter(int quote, int end) {
        boolean looksLikeOne = end - quote > 3 && text.charAt(quote + 1) == ':' && isWordStart(text.charAt(quote + 2));
        for (int i = quote + 2; looksLikeOne && i < end - 1; i++) {
            looksLikeOne = isWordPart(text.charAt(i));
        }
        if (looksLikeOne) {
            quotedParameters.add(Place.in(text, quote, end));
        }
    }

    private void scanQuotedName(char quote) {
        int start = at++;
        while (true) {
            int end = text.indexOf(quote, at);
            if (end < 0) {
                throw unclosed(start, "quoted name", String.valueOf(quote));
            }
            at = end + 1;
            if (at >= text.length() || text.charAt(at) != quote) {
                break;
            }
            at++;
        }
        tokens.add(TokenKind.QUOTED_NAME, start, at);
    }

    private void scanColon() {
        if (peek(1) == ':' || peek(1) == '=') {
            symbol(2);
        } else if (isWordStart(peek(1)) && !followsOperand()) {
            int start = at++;
            while (at < text.length() && isNamePart(text.charAt(at))) {
                at++;
            }
            tokens.add(TokenKind.PARAMETER, start, at);
        } else {
            symbol(1);
        }
    }

    /** In {@code a[lo:hi]} and <code>{'k':v}</code> the colon stands right behind an operand; no parameter does. */
    private boolean followsOperand() {
        int last = tokens.size() - 1;
        if (last < 0 || tokens.end(last) != at) {
            return false;
        }
        return switch (tokens.kind(last)) {
            case WORD -> !Keywords.isReserved(tokens, last);
            case QUOTED_NAME, STRING, NUMBER, CLOSE, PARAMETER -> true;
            default -> false;
        };
    }

    private void scanDollar() {
        int end = at + 1;
        while (end < text.length() && isNamePart(text.charAt(end))) {
            end++;
        }
        boolean tagged = rules.dollarQuotes() && end < text.length() && text.charAt(end) == '$' && !isDigit(peek(1));
        if (tagged) {
            String tag = text.substring(at, end + 1);
            int close = text.indexOf(tag, end + 1);
            if (close < 0) {
                throw unclosed(at, "string", tag);
            }
            tokens.add(TokenKind.STRING, at, close + tag.length());
            at = close + tag.length();
        } else {
            tokens.add(end > at + 1 ? TokenKind.PLACEHOLDER : TokenKind.SYMBOL, at, end);
            at = end;
        }
    }

    private void scanQuestionMark() {
        if (rules.questionOperators()) {
            symbol(peek(1) == '|' || peek(1) == '&' ? 2 : 1);
        } else {
            single(TokenKind.PLACEHOLDER);
        }
    }

    private void scanNumber() {
        int start = at;
        while (at < text.length() && (isWordPart(text.charAt(at)) || text.charAt(at) == '.')) {
            char c = text.charAt(at++);
            boolean exponent = (c == 'e' || c == 'E') && !text.startsWith("0x", start) && !text.startsWith("0X", start);
            if (exponent && (peek(0) == '+' || peek(0) == '-') && isDigit(peek(1))) {
                at++;
            }
        }
        tokens.add(TokenKind.NUMBER, start, at);
    }

    /** The longest run of operator characters; as in SQL's own rule, a sign at its end belongs to what follows. */
    private void scanOperator() {
        int start = at;
        boolean special = false;
        while (at < text.length() && OPERATOR_CHARACTERS.indexOf(text.charAt(at)) >= 0 && !startsComment()) {
            special |= "~!@#%^&|`".indexOf(text.charAt(at)) >= 0;
            at++;
        }
        while (!special && at > start + 1 && (text.charAt(at - 1) == '-' || text.charAt(at - 1) == '+')) {
            at--;
        }
        tokens.add(TokenKind.SYMBOL, start, at);
    }

    private boolean startsComment() {
        return text.startsWith("--", at) || text.startsWith("/*", at);
    }

    private void single(TokenKind kind) {
        tokens.add(kind, at, at + 1);
        at++;
    }

    private void symbol(int length) {
        tokens.add(TokenKind.SYMBOL, at, at + length);
        at += length;
    }

    private char peek(int ahead) {
        return at + ahead < text.length() ? text.charAt(at + ahead) : '\0';
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    private static boolean isWordStart(char c) {
        return c == '_' || Character.isLetter(c) || Character.isSurrogate(c);
    }

    private static boolean isWordPart(char c) {
        return isWordStart(c) || Character.isDigit(c) || c == '$' || Character.getType(c) == Character.NON_SPACING_MARK;
    }

    private static boolean isNamePart(char c) {
        return c == '_' || Character.isLetterOrDigit(c);
    }

    private ProblemException unclosed(int start, String what, String closing) {
        return new ProblemException(Problem.of(
                        "unclosed-" + what.replace(' ', '-'),
                        "A %s opens here and never closes.".formatted(what),
                        "Close it with %s.".formatted(closing))
                .at(Place.in(text, start, Math.min(text.length(), start + 1))));
    }
}
