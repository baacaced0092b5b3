package plainsieve.core.steps.model;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** The units of date arithmetic. */
public enum TimeUnit implements Keyword {
    MINUTE,
    HOUR,
    DAY,
    WEEK,
    MONTH,
    QUARTER,
    YEAR;

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Whether a date moved by it is a date. */
    public boolean isOfDays() {
        return this != MINUTE && this != HOUR;
    }

    /** Of {@code day} or {@code days}. */
    public static Optional<TimeUnit> ofWord(String word) {
        String lower = word.toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(unit -> unit.word().equals(lower) || (unit.word() + "s").equals(lower))
                .findFirst();
    }
}
