package plainsieve.core.request.odata;

import java.util.Optional;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.value.Value;

/**
 * A pattern of LIKE that is a text with wildcards around it alone.
 *
 * @param start whether anything may precede it
 * @param end whether anything may follow it
 */
record LikePattern(String text, boolean start, boolean end) {
    /** The condition in OData syntax. */
    String filter(String path) {
        String literal = PropertyKind.quoted(text);
        if (start && end) {
            return "contains(" + path + "," + literal + ")";
        }
        return start
                ? "endswith(" + path + "," + literal + ")"
                : end ? "startswith(" + path + "," + literal + ")" : path + " eq " + literal;
    }

    /** @param right what follows LIKE: text and values joined by {@code ||}, optionally with an escape character */
    static Optional<LikePattern> of(SentStatement sent, Span right) {
        Tokens tokens = sent.tokens();
        boolean escaped = right.length() > 2 && tokens.isWord(right.to() - 2, "escape");
        Optional<String> escape = escaped ? text(sent, right.to() - 1) : Optional.of("");
        Optional<String> pattern = joined(sent, new Span(right.from(), escaped ? right.to() - 2 : right.to()));
        return escape.flatMap(sign -> pattern.flatMap(text -> of(text, sign)));
    }

    private static Optional<String> joined(SentStatement sent, Span parts) {
        StringBuilder all = new StringBuilder();
        for (int i = parts.from(); i < parts.to(); i += 2) {
            Optional<String> part = text(sent, i);
            boolean last = i + 1 == parts.to();
            if (part.isEmpty() || !last && !sent.tokens().isSymbol(i + 1, "||")) {
                return Optional.empty();
            }
            all.append(part.get());
        }
        return parts.length() % 2 == 1 ? Optional.of(all.toString()) : Optional.empty();
    }

    private static Optional<String> text(SentStatement sent, int token) {
        Tokens tokens = sent.tokens();
        if (tokens.is(token, TokenKind.PARAMETER)) {
            return sent.at(token)
                    .filter(value -> value.bound() instanceof PlaceholderBinding.Single)
                    .map(value -> ((PlaceholderBinding.Single) value.bound()).value())
                    .filter(Value.Text.class::isInstance)
                    .map(Value::written);
        }
        String written = tokens.written(token);
        return tokens.is(token, TokenKind.STRING) && written.matches("'(?:[^']|'')*'")
                ? Optional.of(written.substring(1, written.length() - 1).replace("''", "'"))
                : Optional.empty();
    }

    private static Optional<LikePattern> of(String pattern, String escape) {
        boolean start = pattern.startsWith("%");
        StringBuilder text = new StringBuilder();
        int i = start ? 1 : 0;
        while (i < pattern.length()) {
            char c = pattern.charAt(i);
            boolean escapes = !escape.isEmpty() && c == escape.charAt(0) && i + 1 < pattern.length();
            if (!escapes && c == '%' && i == pattern.length() - 1) {
                return Optional.of(new LikePattern(text.toString(), start, true));
            }
            if (!escapes && (c == '%' || c == '_')) {
                return Optional.empty();
            }
            text.append(escapes ? pattern.charAt(i + 1) : c);
            i += escapes ? 2 : 1;
        }
        return Optional.of(new LikePattern(text.toString(), start, false));
    }
}
