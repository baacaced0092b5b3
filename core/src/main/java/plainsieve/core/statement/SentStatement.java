package plainsieve.core.statement;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * A statement that is about to be sent, read again from its text: each placeholder as a parameter that is called by its
 * number, so that it is read by the very rules that the author's text is read by.
 */
public record SentStatement(ParsedQuery query, List<BoundValue> values) {
    private static final String PREFIX = ":b";
    private static final int MOST_DIGITS = 8;

    /** @param sent with a placeholder for each of the values, in their order */
    public static SentStatement read(String sent, List<BoundValue> values, Dialect dialect) {
        StringBuilder text = new StringBuilder(sent.length() + 4 * values.size());
        int at = 0;
        int number = 0;
        for (BoundValue value : values) {
            text.append(sent, at, value.offset()).append(PREFIX).append(number++);
            at = value.offset() + 1;
        }
        text.append(sent, at, sent.length());
        return new SentStatement(ParsedQuery.parse(text.toString(), dialect), values);
    }

    public Tokens tokens() {
        return query.tokens();
    }

    /** Whether each value belongs to one parameter occurrence, in order. */
    public boolean bindsEachValueOnce() {
        if (query.parameters().size() != values.size()) {
            return false;
        }
        for (int i = 0; i < values.size(); i++) {
            if (!query.parameters().get(i).name().equals("b" + i)) {
                return false;
            }
        }
        return true;
    }

    /** The value bound at a token; empty for other tokens and for question marks that are not placeholders. */
    public Optional<BoundValue> at(int token) {
        int number = tokens().is(token, TokenKind.PARAMETER) ? number(tokens().parameterName(token)) : -1;
        return number >= 0 && number < values.size() ? Optional.of(values.get(number)) : Optional.empty();
    }

    /** Which of the values a parameter is called by; -1 when it has a name of another kind. */
    private static int number(String name) {
        if (name.charAt(0) != 'b' || name.length() < 2 || name.length() > MOST_DIGITS + 1) {
            return -1;
        }
        int number = 0;
        for (int i = 1; i < name.length(); i++) {
            int digit = name.charAt(i) - '0';
            if (digit < 0 || digit > 9) {
                return -1;
            }
            number = number * 10 + digit;
        }
        return number;
    }

    public boolean isRowCount(int token) {
        return at(token)
                .filter(value -> value.bound() instanceof PlaceholderBinding.RowCount)
                .isPresent();
    }
}
