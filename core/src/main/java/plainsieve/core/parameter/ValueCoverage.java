package plainsieve.core.parameter;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.Period;
import plainsieve.core.value.Type;

/** The values that a chosen value covers: itself, every day of a month, or every text that contains it. */
public enum ValueCoverage implements Keyword {
    ITSELF,
    WEEK,
    MONTH,
    QUARTER,
    YEAR,
    CONTAINING,
    STARTING,
    ENDING;

    /** The keyword in the API and in files, such as {@code month}. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<ValueCoverage> ofWord(String word) {
        return Keyword.find(ValueCoverage.class, word);
    }

    /** The stretch of days that a chosen day covers; nothing for texts and for a day on its own. */
    public Optional<Period> period() {
        return switch (this) {
            case WEEK -> Optional.of(Period.WEEK);
            case MONTH -> Optional.of(Period.MONTH);
            case QUARTER -> Optional.of(Period.QUARTER);
            case YEAR -> Optional.of(Period.YEAR);
            default -> Optional.empty();
        };
    }

    /** Whether values of this type can cover that. */
    public boolean fits(Type type) {
        if (this == ITSELF) {
            return true;
        }
        return type == (period().isPresent() ? Type.DATE : Type.TEXT);
    }
}
