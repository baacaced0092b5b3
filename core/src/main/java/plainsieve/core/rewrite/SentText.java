package plainsieve.core.rewrite;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.Tokens;
import plainsieve.core.statement.Bound;
import plainsieve.core.statement.BoundValue;

/**
 * A statement that is about to be sent, read again from its text: each placeholder as a parameter that is called by its
 * number, so that it is read by the very rules that the author's text is read by.
 */
record SentText(ParsedQuery query, List<BoundValue> values) {
    private static final String PREFIX = ":b";
    private static final Pattern OURS = Pattern.compile("b\\d{1,8}");

    static SentText read(EditedText edited, Dialect dialect) {
        StringBuilder text =
                new StringBuilder(edited.text().length() + 4 * edited.values().size());
        int at = 0;
        int number = 0;
        for (BoundValue value : edited.values()) {
            text.append(edited.text(), at, value.offset()).append(PREFIX).append(number++);
            at = value.offset() + 1;
        }
        text.append(edited.text(), at, edited.text().length());
        return new SentText(ParsedQuery.parse(text.toString(), dialect), edited.values());
    }

    Tokens tokens() {
        return query.tokens();
    }

    /** Whether every value stands at one parameter, in their order. */
    boolean bindsEachValueOnce() {
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

    /** The value that is bound at a token; nothing at a parameter that was none to the author's text and is still there. */
    Optional<BoundValue> at(int token) {
        String name = tokens().parameterName(token);
        boolean ours = OURS.matcher(name).matches();
        int number = ours ? Integer.parseInt(name.substring(1)) : values.size();
        return number < values.size() ? Optional.of(values.get(number)) : Optional.empty();
    }

    boolean isRowCount(int token) {
        return at(token)
                .filter(value -> value.bound() instanceof Bound.RowCount)
                .isPresent();
    }
}
