package plainsieve.core.parameter;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** The meaning of a blank choice. */
public enum BlankRule implements Keyword {
    /** The condition is left out of the statement. */
    NO_FILTER,
    /** Selects the rows whose column is NULL. */
    ROWS_WITHOUT_VALUE,
    /** The query does not run until something is chosen. */
    NOT_ALLOWED;

    /** The keyword in the API and in files, such as {@code no-filter}. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<BlankRule> ofWord(String word) {
        return Keyword.find(BlankRule.class, word);
    }
}
