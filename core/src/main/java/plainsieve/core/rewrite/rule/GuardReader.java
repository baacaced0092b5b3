package plainsieve.core.rewrite.rule;

import java.util.Optional;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** Reads a test of a parameter itself: {@code :p is null}, {@code :p = 'All'}, {@code 'All' in (:p)}, {@code coalesce(:p, '') = ''}. */
public final class GuardReader {
    private GuardReader() {}

    /** @param everything the value that represents everything; empty when the test is for NULL */
    public record Guard(String parameter, Optional<String> everything) {}

    public static Optional<Guard> read(Tokens tokens, Span span) {
        int first = span.from();
        return switch (span.length()) {
            case 3 -> isNull(tokens, first).or(() -> equalsLiteral(tokens, first));
            case 5 -> literalInParameter(tokens, first);
            case 8 -> coalesced(tokens, first);
            default -> Optional.empty();
        };
    }

    private static Optional<Guard> isNull(Tokens tokens, int first) {
        boolean holds = tokens.is(first, TokenKind.PARAMETER)
                && tokens.isWord(first + 1, "is")
                && tokens.isWord(first + 2, "null");
        return holds ? Optional.of(new Guard(tokens.parameterName(first), Optional.empty())) : Optional.empty();
    }

    private static Optional<Guard> equalsLiteral(Tokens tokens, int first) {
        if (!tokens.isSymbol(first + 1, "=")) {
            return Optional.empty();
        }
        boolean flipped = tokens.is(first + 2, TokenKind.PARAMETER);
        int parameter = flipped ? first + 2 : first;
        return guard(tokens, parameter, flipped ? first : first + 2);
    }

    private static Optional<Guard> literalInParameter(Tokens tokens, int first) {
        return tokens.isWord(first + 1, "in") && tokens.isBracket(first + 2, '(')
                ? guard(tokens, first + 3, first)
                : Optional.empty();
    }

    private static Optional<Guard> coalesced(Tokens tokens, int first) {
        boolean holds = (tokens.isWord(first, "coalesce") || tokens.isWord(first, "ifnull"))
                && tokens.isBracket(first + 1, '(')
                && tokens.is(first + 3, TokenKind.COMMA)
                && tokens.isBracket(first + 5, ')')
                && tokens.isSymbol(first + 6, "=")
                && tokens.written(first + 4).equals(tokens.written(first + 7));
        return holds ? guard(tokens, first + 2, first + 4) : Optional.empty();
    }

    private static Optional<Guard> guard(Tokens tokens, int parameter, int literal) {
        return tokens.is(parameter, TokenKind.PARAMETER)
                ? literal(tokens, literal).map(text -> new Guard(tokens.parameterName(parameter), Optional.of(text)))
                : Optional.empty();
    }

    private static Optional<String> literal(Tokens tokens, int token) {
        String written = tokens.written(token);
        if (tokens.is(token, TokenKind.NUMBER)) {
            return Optional.of(written);
        }
        boolean plain = tokens.is(token, TokenKind.STRING) && written.startsWith("'") && written.indexOf('\\') < 0;
        return plain ? Optional.of(written.substring(1, written.length() - 1).replace("''", "'")) : Optional.empty();
    }
}
