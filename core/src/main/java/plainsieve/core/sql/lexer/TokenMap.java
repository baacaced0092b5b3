package plainsieve.core.sql.lexer;

import java.util.Arrays;
import java.util.Optional;

/** Values attached to some tokens of a text. An array, because long texts have a million tokens. */
public final class TokenMap<T> {
    private Object[] known;

    /** @param tokens the expected number; more are possible */
    public TokenMap(int tokens) {
        this.known = new Object[tokens];
    }

    public void put(int token, T value) {
        if (token >= known.length) {
            known = Arrays.copyOf(known, Math.max(token + 1, known.length * 2));
        }
        known[token] = value;
    }

    /** Nothing outside the text. */
    @SuppressWarnings("unchecked")
    public Optional<T> at(int token) {
        return Optional.ofNullable(token >= 0 && token < known.length ? (T) known[token] : null);
    }

    public boolean has(int token) {
        return token >= 0 && token < known.length && known[token] != null;
    }
}
