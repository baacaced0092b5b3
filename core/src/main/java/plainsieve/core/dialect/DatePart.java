package plainsieve.core.dialect;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** A part of days and times that they are grouped by: a stretch, named by its first day, or what comes again and again. */
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

    /** Whether it is one stretch of time, not something that comes again. */
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
