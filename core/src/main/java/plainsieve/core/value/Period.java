package plainsieve.core.value;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.time.temporal.IsoFields;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A calendar period. Weeks start on Monday, as in ISO 8601. */
public enum Period implements Keyword {
    DAY,
    WEEK,
    MONTH,
    QUARTER,
    YEAR;

    private static final Pattern QUARTER_WRITTEN = Pattern.compile("(\\d{4})-Q([1-4])");
    private static final int MONTHS_PER_QUARTER = 3;

    /** The keyword in files and formulas, such as {@code month}. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Period> ofWord(String word) {
        return Keyword.find(Period.class, word);
    }

    /** The first day of the period that contains a day. */
    public LocalDate first(LocalDate day) {
        return switch (this) {
            case DAY -> day;
            case WEEK -> day.minusDays(day.getDayOfWeek().getValue() - 1L);
            case MONTH -> day.withDayOfMonth(1);
            case QUARTER -> day.with(IsoFields.DAY_OF_QUARTER, 1);
            case YEAR -> day.withDayOfYear(1);
        };
    }

    /** The first day after the period that contains a day. */
    public LocalDate after(LocalDate day) {
        return plus(first(day), 1);
    }

    public LocalDate last(LocalDate day) {
        return after(day).minusDays(1);
    }

    /** A day moved by a number of periods; a day that does not exist in that month becomes its last. */
    public LocalDate plus(LocalDate day, long periods) {
        return switch (this) {
            case DAY -> day.plusDays(periods);
            case WEEK -> day.plusWeeks(periods);
            case MONTH -> day.plusMonths(periods);
            case QUARTER -> day.plus(periods, IsoFields.QUARTER_YEARS);
            case YEAR -> day.plus(periods, ChronoUnit.YEARS);
        };
    }

    /** The period of a day as links write it: {@code 2026-03-31}, {@code 2026-03}, {@code 2026-Q1}, {@code 2026}. */
    public String written(LocalDate day) {
        return switch (this) {
            case DAY, WEEK -> first(day).toString();
            case MONTH -> YearMonth.from(day).toString();
            case QUARTER -> String.format(Locale.ROOT, "%04d-Q%d", day.getYear(), day.get(IsoFields.QUARTER_OF_YEAR));
            case YEAR -> String.format(Locale.ROOT, "%04d", day.getYear());
        };
    }

    /** The first day of a period in the format of {@link #written}, or of the period that contains the given day. */
    public Optional<LocalDate> read(String text) {
        try {
            return readShort(text).or(() -> Optional.of(first(LocalDate.parse(text))));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private Optional<LocalDate> readShort(String text) {
        if (this == MONTH && text.matches("\\d{4}-\\d{2}")) {
            return Optional.of(YearMonth.parse(text).atDay(1));
        }
        if (this == YEAR && text.matches("\\d{4}")) {
            return Optional.of(LocalDate.of(Integer.parseInt(text), 1, 1));
        }
        Matcher quarter = QUARTER_WRITTEN.matcher(text);
        if (this == QUARTER && quarter.matches()) {
            int month = (Integer.parseInt(quarter.group(2)) - 1) * MONTHS_PER_QUARTER + 1;
            return Optional.of(LocalDate.of(Integer.parseInt(quarter.group(1)), month, 1));
        }
        return Optional.empty();
    }
}
