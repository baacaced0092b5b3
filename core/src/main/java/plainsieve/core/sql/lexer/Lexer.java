package plainsieve.core.sql.lexer;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.ProblemException;

/**
 * Splits SQL into tokens according to one dialect, in one pass. A {@code :name} inside a string, a quoted
 * name or a comment is not a parameter. Throws {@link ProblemException} only for unterminated tokens (a string, a quoted name,
 * a comment).
 */
public final class Lexer {
    private static final String OPERATOR_CHARACTERS = "+-*/<>=~!@#%^&|`";
    private static final List<String> FIXED_OPERATORS =
            List.of("<=>", "->>", "<>", "<=", ">=", "!=", "==", "||", "&&", "<<", ">>", "->", ":=");

    private final LexerCursor lexerCursor;
    private final Comments comments;
    private final QuotedText quoted;
    private final Syntax syntax;
    private final boolean backslashStrings;
    private final boolean longOperators;
    private final Tokens tokens;
    private final List<Integer> quotedParameters = new ArrayList<>();

    private Lexer(String text, Syntax syntax) {
        this.lexerCursor = new LexerCursor(text);
        this.comments = new Comments(lexerCursor, syntax);
        this.quoted = new QuotedText(lexerCursor);
        this.syntax = syntax;
        this.backslashStrings = syntax.has(Feature.BACKSLASH_STRINGS);
        this.longOperators = syntax.has(Feature.LONG_OPERATORS);
        this.tokens = new Tokens(text);
    }

    /** The tokens of a text, and the strings among them that look like a quoted parameter. */
    public record Result(Tokens tokens, List<Integer> quotedParameters) {}

    public static Result scan(String text, Syntax syntax) {
        Lexer lexer = new Lexer(text, syntax);
        lexer.run();
        return new Result(lexer.tokens, List.copyOf(lexer.quotedParameters));
    }

    private void run() {
        if (lexerCursor.startsWith("\uFEFF")) {
            lexerCursor.at = 1;
        }
        while (!lexerCursor.atEnd()) {
            char c = lexerCursor.peek(0);
            if (c == ' ' || c == '\n' || c == '\0' || Character.isWhitespace(c)) {
                lexerCursor.at++;
            } else if (!comments.skip()) {
                scanToken(c);
            }
        }
        comments.end();
    }

    private void scanToken(char c) {
        switch (c) {
            case '\'' -> scanString(lexerCursor.at, backslashStrings);
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
            scanString(lexerCursor.at, backslashStrings);
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
        } else if (LexerCursor.isDigit(c) || (c == '.' && LexerCursor.isDigit(lexerCursor.peek(1)))) {
            scanNumber();
        } else if (c == '@' && syntax.has(Feature.AT_PLACEHOLDERS) && LexerCursor.isWordStart(lexerCursor.peek(1))) {
            scanAtPlaceholder();
        } else if (OPERATOR_CHARACTERS.indexOf(c) >= 0) {
            scanOperator();
        } else {
            single(TokenKind.SYMBOL);
        }
    }

    private void scanWord(char c) {
        int start = lexerCursor.at;
        if (lexerCursor.peek(1) == '\'' && "eEbBxXnN".indexOf(c) >= 0) {
            boolean escapes = syntax.has(Feature.ESCAPE_STRINGS) && (c == 'e' || c == 'E');
            lexerCursor.at++;
            scanString(start, escapes || backslashStrings);
            return;
        }
        while (!lexerCursor.atEnd() && LexerCursor.isWordPart(lexerCursor.peek(0))) {
            lexerCursor.at++;
        }
        tokens.add(TokenKind.WORD, start, lexerCursor.at);
    }

    private void scanString(int start, boolean backslashEscapes) {
        int quote = lexerCursor.at;
        quoted.skipString(start, backslashEscapes);
        while (backslashEscapes && !backslashStrings && quoted.continuesOnNextLine()) {
            quoted.skipString(start, true);
        }
        tokens.add(TokenKind.STRING, start, lexerCursor.at);
        noteQuotedParameter(quote, lexerCursor.at);
    }

    /** {@code ':port'}: a string that contains only a parameter was probably meant to be one. */
    private void noteQuotedParameter(int quote, int end) {
        String text = lexerCursor.text;
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
        int start = lexerCursor.at;
        quoted.skipName(close);
        tokens.add(TokenKind.QUOTED_NAME, start, lexerCursor.at);
    }

    private void scanColon() {
        if (lexerCursor.peek(1) == ':' || lexerCursor.peek(1) == '=') {
            symbol(2);
        } else if (LexerCursor.isWordStart(lexerCursor.peek(1)) && !followsOperand()) {
            int start = lexerCursor.at++;
            skipName();
            tokens.add(TokenKind.PARAMETER, start, lexerCursor.at);
        } else {
            symbol(1);
        }
    }

    private void skipName() {
        while (!lexerCursor.atEnd() && LexerCursor.isNamePart(lexerCursor.peek(0))) {
            lexerCursor.at++;
        }
    }

    /** In {@code a[lo:hi]} and <code>{'k':v}</code> the colon is right behind an operand; no parameter does. */
    private boolean followsOperand() {
        int last = tokens.size() - 1;
        if (!syntax.has(Feature.COLON_BEHIND_OPERAND) || last < 0 || tokens.end(last) != lexerCursor.at) {
            return false;
        }
        return switch (tokens.kind(last)) {
            case WORD -> !Keywords.isReserved(tokens, last);
            case QUOTED_NAME, STRING, NUMBER, CLOSE, PARAMETER -> true;
            default -> false;
        };
    }

    private void scanDollar() {
        int start = lexerCursor.at;
        int endOfTag = syntax.has(Feature.DOLLAR_QUOTES) ? quoted.endOfDollarTag() : -1;
        if (endOfTag > 0) {
            quoted.skipDollarString(endOfTag);
            tokens.add(TokenKind.STRING, start, lexerCursor.at);
            return;
        }
        lexerCursor.at++;
        skipName();
        tokens.add(lexerCursor.at > start + 1 ? TokenKind.PLACEHOLDER : TokenKind.SYMBOL, start, lexerCursor.at);
    }

    private void scanAtPlaceholder() {
        int start = lexerCursor.at++;
        skipName();
        tokens.add(TokenKind.PLACEHOLDER, start, lexerCursor.at);
    }

    private void scanQuestionMark() {
        if (syntax.has(Feature.QUESTION_OPERATORS)) {
            symbol(lexerCursor.peek(1) == '|' || lexerCursor.peek(1) == '&' ? 2 : 1);
        } else {
            single(TokenKind.PLACEHOLDER);
        }
    }

    private void scanNumber() {
        int start = lexerCursor.at;
        boolean hexadecimal = lexerCursor.peek(0) == '0' && (lexerCursor.peek(1) == 'x' || lexerCursor.peek(1) == 'X');
        while (!lexerCursor.atEnd() && (LexerCursor.isWordPart(lexerCursor.peek(0)) || lexerCursor.peek(0) == '.')) {
            char c = lexerCursor.peek(0);
            lexerCursor.at++;
            boolean exponent = (c == 'e' || c == 'E') && !hexadecimal;
            if (exponent
                    && (lexerCursor.peek(0) == '+' || lexerCursor.peek(0) == '-')
                    && LexerCursor.isDigit(lexerCursor.peek(1))) {
                lexerCursor.at++;
            }
        }
        tokens.add(TokenKind.NUMBER, start, lexerCursor.at);
    }

    private void scanOperator() {
        if (longOperators) {
            scanLongOperator();
            return;
        }
        for (String operator : FIXED_OPERATORS) {
            if (lexerCursor.startsWith(operator)) {
                symbol(operator.length());
                return;
            }
        }
        single(TokenKind.SYMBOL);
    }

    /** The longest run of operator characters; as in the SQL standard, a sign at its end belongs to what follows. */
    private void scanLongOperator() {
        int start = lexerCursor.at;
        boolean special = false;
        while (OPERATOR_CHARACTERS.indexOf(lexerCursor.peek(0)) >= 0 && !lexerCursor.atEnd() && !comments.begin()) {
            special |= "~!@#%^&|`".indexOf(lexerCursor.peek(0)) >= 0;
            lexerCursor.at++;
        }
        while (!special
                && lexerCursor.at > start + 1
                && (lexerCursor.text.charAt(lexerCursor.at - 1) == '-'
                        || lexerCursor.text.charAt(lexerCursor.at - 1) == '+')) {
            lexerCursor.at--;
        }
        tokens.add(TokenKind.SYMBOL, start, lexerCursor.at);
    }

    private void single(TokenKind kind) {
        tokens.add(kind, lexerCursor.at, lexerCursor.at + 1);
        lexerCursor.at++;
    }

    private void symbol(int length) {
        tokens.add(TokenKind.SYMBOL, lexerCursor.at, lexerCursor.at + length);
        lexerCursor.at += length;
    }
}
