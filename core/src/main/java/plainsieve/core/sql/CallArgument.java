package plainsieve.core.sql;

import java.util.Optional;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * An argument of a call that consists of a single token: {@code :p} in {@code crossings_of(:p, 3)}, not in {@code f(:p + 1)}.
 *
 * @param function its name in the text, without its schema
 * @param index from 0
 */
public record CallArgument(String function, int index) {
    /** The call whose argument consists of the token. */
    public static Optional<CallArgument> of(Tokens tokens, int token) {
        boolean ends = tokens.is(token + 1, TokenKind.COMMA) || tokens.isBracket(token + 1, ')');
        int before = 0;
        int depth = 0;
        for (int at = token - 1; ends && at > 0; at--) {
            boolean first = at == token - 1;
            if (tokens.is(at, TokenKind.OPEN) && depth == 0) {
                return named(tokens, at - 1, before);
            }
            if (first && !tokens.is(at, TokenKind.COMMA)) {
                return Optional.empty();
            }
            depth += tokens.is(at, TokenKind.CLOSE) ? 1 : tokens.is(at, TokenKind.OPEN) ? -1 : 0;
            before += depth == 0 && tokens.is(at, TokenKind.COMMA) ? 1 : 0;
        }
        return Optional.empty();
    }

    /* IN, VALUES and others precede brackets, too, and call nothing: no catalogue has a function of that name. */
    private static Optional<CallArgument> named(Tokens tokens, int name, int index) {
        if (tokens.is(name, TokenKind.QUOTED_NAME)) {
            return Optional.of(new CallArgument(Identifiers.bare(tokens.written(name)), index));
        }
        return tokens.is(name, TokenKind.WORD)
                ? Optional.of(new CallArgument(tokens.written(name), index))
                : Optional.empty();
    }
}
