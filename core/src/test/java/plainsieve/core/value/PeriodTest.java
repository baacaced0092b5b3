package plainsieve.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PeriodTest {
    private static final int ROUNDS = 2_000;
    private static final int DAYS = 400 * 366;

    @ParameterizedTest
    @CsvSource({
        "MONTH,   2026-03-31, 2026-03-01, 2026-03-31, 2026-03",
        "MONTH,   2024-02-29, 2024-02-01, 2024-02-29, 2024-02",
        "MONTH,   2025-12-31, 2025-12-01, 2025-12-31, 2025-12",
        "QUARTER, 2026-03-31, 2026-01-01, 2026-03-31, 2026-Q1",
        "QUARTER, 2026-12-01, 2026-10-01, 2026-12-31, 2026-Q4",
        "YEAR,    2024-12-31, 2024-01-01, 2024-12-31, 2024",
        "WEEK,    2026-03-01, 2026-02-23, 2026-03-01, 2026-02-23",
        "WEEK,    2026-01-01, 2025-12-29, 2026-01-04, 2025-12-29",
        "DAY,     2026-03-01, 2026-03-01, 2026-03-01, 2026-03-01",
    })
    void hasAFirstAndALastDay(Period period, LocalDate day, LocalDate first, LocalDate last, String written) {
        assertThat(period.first(day)).isEqualTo(first);
        assertThat(period.last(day)).isEqualTo(last);
        assertThat(period.written(day)).isEqualTo(written);
    }

    @ParameterizedTest
    @EnumSource(Period.class)
    void everyDayLiesInExactlyOnePeriod(Period period) {
        SplittableRandom random = new SplittableRandom(period.ordinal());
        for (int round = 0; round < ROUNDS; round++) {
            LocalDate day = LocalDate.of(1800, 1, 1).plusDays(random.nextInt(DAYS));
            LocalDate first = period.first(day);
            assertThat(day).isBetween(first, period.last(day));
            assertThat(period.first(period.last(day))).isEqualTo(first);
            assertThat(period.first(period.after(day))).isEqualTo(period.after(day));
            assertThat(period.after(period.first(day).minusDays(1))).isEqualTo(first);
            assertThat(period.read(period.written(day))).contains(first);
            assertThat(period.read(day.toString())).contains(first);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "MONTH, 2026-13",
        "MONTH, 2026-Q1",
        "QUARTER, 2026-Q5",
        "QUARTER, 2026-03",
        "YEAR, 26",
        "YEAR, 2026-02-30",
        "DAY, soon"
    })
    void rejectsInvalidPeriods(Period period, String text) {
        assertThat(period.read(text)).isEmpty();
    }

    @Test
    void addingAMonthKeepsTheDayOrUsesTheLast() {
        assertThat(Period.MONTH.plus(LocalDate.of(2024, 1, 31), 1)).isEqualTo("2024-02-29");
        assertThat(Period.YEAR.plus(LocalDate.of(2024, 2, 29), 1)).isEqualTo("2025-02-28");
        assertThat(Period.QUARTER.plus(LocalDate.of(2025, 11, 30), 1)).isEqualTo("2026-02-28");
    }
}
