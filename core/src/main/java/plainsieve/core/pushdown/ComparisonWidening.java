package plainsieve.core.pushdown;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import plainsieve.core.value.Value;

/**
 * Widens a range so that no source drops a required row: for truncated fractions, or timestamps in another time zone. The exact
 * comparison is evaluated here.
 *
 * <pre>
 * at least 2.5                     at least 2.49875
 * at most 2026-03-31 08:30         at most 2026-04-03
 * </pre>
 */
final class ComparisonWidening {
    /** More than the last of six digits, the display precision of the shortest binary fractions. */
    private static final BigDecimal PART = new BigDecimal("0.0001");

    private static final BigDecimal LEAST = new BigDecimal("0.001");

    /** Two time zones are 26 hours apart at most. */
    private static final int DAYS = 2;

    /** The first year that every database accepts. */
    private static final int FIRST_YEAR = 1000;

    private static final int LAST_YEAR = 9990;

    private ComparisonWidening() {}

    /** Empty for a value of another kind, or one out of range. */
    static Optional<Value> moment(Value value, boolean least) {
        if (value instanceof Value.Moment moment) {
            return day(moment.dateTime().toLocalDate(), least);
        }
        return value instanceof Value.Day day ? day(day.date(), least) : Optional.empty();
    }

    /** Nothing for a value of another kind. */
    static Optional<Value> number(Value value, boolean least) {
        if (value instanceof Value.Whole whole) {
            return Optional.of(number(BigDecimal.valueOf(whole.number()), least));
        }
        return value instanceof Value.Decimal decimal ? Optional.of(number(decimal.number(), least)) : Optional.empty();
    }

    /** A day ends with the beginning of the next. */
    private static Optional<Value> day(LocalDate date, boolean least) {
        boolean usual = date.getYear() > FIRST_YEAR && date.getYear() < LAST_YEAR;
        return usual
                ? Optional.of(new Value.Day(least ? date.minusDays(DAYS) : date.plusDays(DAYS + 1L)))
                : Optional.empty();
    }

    private static Value number(BigDecimal number, boolean least) {
        BigDecimal more = number.abs().multiply(PART).add(LEAST);
        return new Value.Decimal((least ? number.subtract(more) : number.add(more)).stripTrailingZeros());
    }
}
