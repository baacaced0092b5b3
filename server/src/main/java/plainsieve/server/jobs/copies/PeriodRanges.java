package plainsieve.server.jobs.copies;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.time.temporal.TemporalAdjusters;
import plainsieve.core.dialect.DatePart;

/** Date ranges of partitions, each named by its first day. */
final class PeriodRanges {
    private PeriodRanges() {}

    static LocalDate first(DatePart stretch, LocalDate day) {
        return switch (stretch) {
            case DAY -> day;
            case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            case MONTH -> day.withDayOfMonth(1);
            case QUARTER -> day.with(IsoFields.DAY_OF_QUARTER, 1);
            case YEAR -> day.withDayOfYear(1);
            case WEEKDAY, HOUR -> throw new IllegalArgumentException(stretch + " is not a range of days");
        };
    }
}
