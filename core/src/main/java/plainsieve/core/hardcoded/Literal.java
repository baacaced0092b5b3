package plainsieve.core.hardcoded;

import java.util.Optional;
import java.util.regex.Pattern;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;

/**
 * A literal in a text.
 *
 * @param tokens what a parameter replaces; excludes a cast after it
 * @param text the value without quotes
 * @param type by its form alone
 */
record Literal(Span tokens, String text, Type type) {
    private static final Pattern DATE = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");
    private static final Pattern MOMENT = Pattern.compile("\\d{4}-\\d{2}-\\d{2}[ T]\\d{2}:\\d{2}(:\\d{2}(\\.\\d+)?)?");
    private static final Pattern WHOLE = Pattern.compile("-?\\d{1,18}");

    /** The literal that these tokens consist of. */
    static Optional<Literal> of(Tokens tokens, Span span) {
        int last = span.to() - 1;
        boolean cast = span.length() == 3 && tokens.isSymbol(span.from() + 1, "::");
        if (cast) {
            return of(tokens, new Span(span.from(), span.from() + 1));
        }
        if (span.length() == 2) {
            boolean negative = tokens.isSymbol(span.from(), "-") && tokens.is(last, TokenKind.NUMBER);
            boolean typed = tokens.is(last, TokenKind.STRING) && isTypeWord(tokens, span.from());
            return negative
                    ? number(span, "-" + tokens.written(last))
                    : typed ? string(tokens, span, last) : Optional.empty();
        }
        if (span.length() != 1) {
            return Optional.empty();
        }
        if (tokens.is(last, TokenKind.NUMBER)) {
            return number(span, tokens.written(last));
        }
        if (tokens.isWord(last, "true") || tokens.isWord(last, "false")) {
            return Optional.of(new Literal(span, tokens.isWord(last, "true") ? "true" : "false", Type.BOOLEAN));
        }
        return tokens.is(last, TokenKind.STRING) ? string(tokens, span, last) : Optional.empty();
    }

    static boolean isTypeWord(Tokens tokens, int at) {
        return tokens.isWord(at, "date") || tokens.isWord(at, "timestamp");
    }

    /** Nothing for numbers in forms that no choice is written in, such as {@code 0x1F}. */
    private static Optional<Literal> number(Span span, String written) {
        Type type = WHOLE.matcher(written).matches() ? Type.INTEGER : Type.DECIMAL;
        return Optional.of(new Literal(span, written, type))
                .filter(literal -> literal.writtenAs(type).isPresent());
    }

    /* A text with its own escapes, E'…' or with a backslash, is left to its author. */
    private static Optional<Literal> string(Tokens tokens, Span span, int token) {
        String written = tokens.written(token);
        boolean plain = (written.startsWith("'") || written.startsWith("\"")) && written.indexOf('\\') < 0;
        if (!plain) {
            return Optional.empty();
        }
        String text = Identifiers.bare(written);
        Type form =
                DATE.matcher(text).matches() ? Type.DATE : MOMENT.matcher(text).matches() ? Type.DATETIME : Type.TEXT;
        Literal literal = new Literal(span, text, form);
        // 2009-12-00 looks like a day but is none.
        return Optional.of(literal.writtenAs(form).isPresent() ? literal : new Literal(span, text, Type.TEXT));
    }

    /** The value as a choice of this type is written; nothing if it is not a value of the type. */
    Optional<String> writtenAs(Type wanted) {
        String form = wanted == Type.DATETIME ? text.replace(' ', 'T') + (type == Type.DATE ? "T00:00" : "") : text;
        String truth = form.equals("1") ? "true" : form.equals("0") ? "false" : form;
        try {
            return Optional.of(ValueReader.read(wanted, wanted == Type.BOOLEAN ? truth : form)
                    .written());
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }
}
