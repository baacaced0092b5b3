package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.ProblemException;

/**
 * Splits plain SQL into tokens by the rules of one database, in one pass. A {@code :name} inside a string, a quoted
 * name or a comment is no parameter. Throws {@link ProblemException} only for what never ends (a string, a quoted name,
 * a comment).
 */
public final class Lexer {
    private static final String OPERATOR_CHARACTERS = "+-*/<>=~!@#%^&|`";
    private static final List<String> FIXED_OPERATORS =
            List.of("<=>", "->>", "<>", "<=", ">=", "!=", "==", "||", "&&", "<<", ">>", "->", ":=");

    private final LexerCursor cursor;
    private final Comments comments;
    private final QuotedText quoted;
    private final Syntax syntax;
    private final boolean backslashStrings;
    private final boolean longOperators;
    private final Tokens tokens;
    private final List<Integer> quotedParameters = new ArrayList<>();

    private Lexer(String text, Syntax syntax) {
        this.cursor = new LexerCursor(text);
        this.comments = new Comments(cursor, syntax);
        this.quoted = new QuotedText(cursor);
        this.syntax = syntax;
        this.backslashStrings = syntax.has(Feature.BACKSLASH_STRINGS);
        this.longOperators = syntax.has(Feature.LONG_OPERATORS);
        this.tokens = new Tokens(text);
    }

    /** The tokens of a text, and those strings among them that look like a parameter in quotes. */
    public record Result(Tokens tokens, List<Integer> quotedParameters) {}

    public static Result scan(String text, Syntax syntax) {
        Lexer lexer = new Lexer(text, syntax);
        lexer.run();
        return new Result(lexer.tokens, List.copyOf(lexer.quotedParameters));
    }

    private void run() {
        if (cursor.startsWith("\uFEFF")) {
            cursor.at = 1;
        }
        while (!cursor.atEnd()) {
            char c = cursor.peek(0);
            if (c == ' ' || c == '\n' || c == '\0' || Character.isWhitespace(c)) {
                cursor.at++;
            } else if (!comments.skip()) {
                scanToken(c);
            }
        }
        comments.end();
    }

    private void scanToken(char c) {
        switch (c) {
            case '\'' -> scanString(cursor.at, backslashStrings);
            case '"', '`', '[' -> scanQuotedOr(c);
            case '(', '{' -> single(TokenKind.OPEN);
            case ')', ']', '}' -> single(TokenKind.CLOSE);
            case ',' -> single(TokenKind.COMMA);
            case ';' -> single(TokenKind.SEMICOLON);
            case ':' -> scanColon();
            case '$' -> scanDollar();
            case '?' -> scanQuestionMark();
            default -> scanOther(c);
        }
    }

    private void scanQuotedOr(char c) {
        if (c == '"' && syntax.has(Feature.DOUBLE_QUOTED_STRINGS)) {
            scanString(cursor.at, backslashStrings);
        } else if (c == '"' || (c == '`' && syntax.has(Feature.BACKTICK_NAMES))) {
            scanQuotedName(c);
        } else if (c == '`') {
            scanOperator();
        } else if (syntax.has(Feature.BRACKETED_NAMES)) {
            scanQuotedName(']');
        } else {
            single(TokenKind.OPEN);
        }
    }

    private void scanOther(char c) {
        if (LexerCursor.isWordStart(c)) {
            scanWord(c);
        } else if (LexerCursor.isDigit(c) || (c == '.' && LexerCursor.isDigit(cursor.peek(1)))) {
            scanNumber();
        } else if (c == '@' && syntax.has(Feature.AT_PLACEHOLDERS) && LexerCursor.isWordStart(cursor.peek(1))) {
            scanAtPlaceholder();
        } else if (OPERATOR_CHARACTERS.indexOf(c) >= 0) {
            scanOperator();
        } else {
            single(TokenKind.SYMBOL);
        }
    }

    private void scanWord(char c) {
        int start = cursor.at;
        if (cursor.peek(1) == '\'' && "eEbBxXnN".indexOf(c) >= 0) {
            boolean escapes = syntax.has(Feature.ESCAPE_STRINGS) && (c == 'e' || c == 'E');
            cursor.at++;
            scanString(start, escapes || backslashStrings);
            return;
        }
        while (!cursor.atEnd() && LexerCursor.isWordPart(cursor.peek(0))) {
            cursor.at++;
        }
        tokens.add(TokenKind.WORD, start, cursor.at);
    }

    private void scanString(int start, boolean backslashEscapes) {
        int quote = cursor.at;
        quoted.skipString(start, backslashEscapes);
        while (backslashEscapes && !backslashStrings && quoted.continuesOnNextLine()) {
            quoted.skipString(start, true);
        }
        tokens.add(TokenKind.STRING, start, cursor.at);
        noteQuotedParameter(quote, cursor.at);
    }

    /** {@code ':port'}: a string that is nothing but a parameter was most likely meant to be one. */
    private void noteQuotedParameter(int quote, int end) {
        String text = cursor.text;
        boolean looksLikeOne =
                end - quote > 3 && text.charAt(quote + 1) == ':' && LexerCursor.isWordStart(text.charAt(quote + 2));
        for (int i = quote + 2; looksLikeOne && i < end - 1; i++) {
            looksLikeOne = LexerCursor.isWordPart(text.charAt(i));
        }
        if (looksLikeOne) {
            quotedParameters.add(tokens.size() - 1);
        }
    }

    private void scanQuotedName(char close) {
        int start = cursor.at;
        quoted.skipName(close);
        tokens.add(TokenKind.QUOTED_NAME, start, cursor.at);
    }

    private void scanColon() {
        if (cursor.peek(1) == ':' || cursor.peek(1) == '=') {
            symbol(2);
        } else if (LexerCursor.isWordStart(cursor.peek(1)) && !followsOperand()) {
            int start = cursor.at++;
            skipName();
            tokens.add(TokenKind.PARAMETER, start, cursor.at);
        } else {
            symbol(1);
        }
    }

    private void skipName() {
        while (!cursor.atEnd() && LexerCursor.isNamePart(cursor.peek(0))) {
            cursor.at++;
        }
    }

    /** In {@code a[lo:hi]} and <code>{'k':v}</code> the colon stands right behind an operand; no parameter does. */
    private boolean followsOperand() {
        int last = tokens.size() - 1;
        if (!syntax.has(Feature.COLON_BEHIND_OPERAND) || last < 0 || tokens.end(last) != cursor.at) {
            return false;
        }
        return switch (tokens.kind(last)) {
            case WORD -> !Keywords.isReserved(tokens, last);
            case QUOTED_NAME, STRING, NUMBER, CLOSE, PARAMETER -> true;
            default -> false;
        };
    }

    private void scanDollar() {
        int start = cursor.at;
        int endOfTag = syntax.has(Feature.DOLLAR_QUOTES) ? quoted.endOfDollarTag() : -1;
        if (endOfTag > 0) {
            quoted.skipDollarString(endOfTag);
            tokens.add(TokenKind.STRING, start, cursor.at);
            return;
        }
        cursor.at++;
        skipName();
        tokens.add(cursor.at > start + 1 ? TokenKind.PLACEHOLDER : TokenKind.SYMBOL, start, cursor.at);
    }

    private void scanAtPlaceholder() {
        int start = cursor.at++;
        skipName();
        tokens.add(TokenKind.PLACEHOLDER, start, cursor.at);
    }

    private void scanQuestionMark() {
        if (syntax.has(Feature.QUESTION_OPERATORS)) {
            symbol(cursor.peek(1) == '|' || cursor.peek(1) == '&' ? 2 : 1);
        } else {
            single(TokenKind.PLACEHOLDER);
        }
    }

    private void scanNumber() {
        int start = cursor.at;
        boolean hexadecimal = cursor.peek(0) == '0' && (cursor.peek(1) == 'x' || cursor.peek(1) == 'X');
        while (!cursor.atEnd() && (LexerCursor.isWordPart(cursor.peek(0)) || cursor.peek(0) == '.')) {
            char c = cursor.peek(0);
            cursor.at++;
            boolean exponent = (c == 'e' || c == 'E') && !hexadecimal;
            if (exponent && (cursor.peek(0) == '+' || cursor.peek(0) == '-') && LexerCursor.isDigit(cursor.peek(1))) {
                cursor.at++;
            }
        }
        tokens.add(TokenKind.NUMBER, start, cursor.at);
    }

    private void scanOperator() {
        if (longOperators) {
            scanLongOperator();
            return;
        }
        for (String operator : FIXED_OPERATORS) {
            if (cursor.startsWith(operator)) {
                symbol(operator.length());
                return;
            }
        }
        single(TokenKind.SYMBOL);
    }

    /** The longest run of operator characters; as in SQL's own rule, a sign at its end belongs to what follows. */
    private void scanLongOperator() {
        int start = cursor.at;
        boolean special = false;
        while (OPERATOR_CHARACTERS.indexOf(cursor.peek(0)) >= 0 && !cursor.atEnd() && !comments.begin()) {
            special |= "~!@#%^&|`".indexOf(cursor.peek(0)) >= 0;
            cursor.at++;
        }
        while (!special
                && cursor.at > start + 1
                && (cursor.text.charAt(cursor.at - 1) == '-' || cursor.text.charAt(cursor.at - 1) == '+')) {
            cursor.at--;
        }
        tokens.add(TokenKind.SYMBOL, start, cursor.at);
    }

    private void single(TokenKind kind) {
        tokens.add(kind, cursor.at, cursor.at + 1);
        cursor.at++;
    }

    private void symbol(int length) {
        tokens.add(TokenKind.SYMBOL, cursor.at, cursor.at + length);
        cursor.at += length;
    }
}
