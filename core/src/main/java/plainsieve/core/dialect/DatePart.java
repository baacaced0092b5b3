package plainsieve.core.dialect;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** A unit of dates and times for grouping: an interval, named by its first day, or a recurring unit. */
public enum DatePart implements Keyword {
    DAY,
    /** From Monday on, as ISO 8601 has it. */
    WEEK,
    MONTH,
    QUARTER,
    YEAR,
    /** 1 for Monday to 7 for Sunday, as ISO 8601 has it. */
    WEEKDAY,
    /** 0 to 23. */
    HOUR;

    /** Whether it is an interval and not a recurring unit. */
    public boolean isStretch() {
        return this != WEEKDAY && this != HOUR;
    }

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<DatePart> ofWord(String word) {
        return Keyword.find(DatePart.class, word);
    }
}
