package plainsieve.server.results.downloads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Dates and timestamps are parsed as by the JDK, and others are rejected. */
class IsoTextTest {
    private static final LocalDateTime EARLY = LocalDateTime.of(1899, 12, 30, 0, 0);

    @Test
    void readsEveryTimestampExactly() {
        Random random = new Random(20260301);
        for (int i = 0; i < 5_000; i++) {
            LocalDateTime moment = EARLY.plusSeconds(random.nextInt(Integer.MAX_VALUE) * 3L);
            LocalDateTime shown = i % 2 == 0 ? moment : moment.truncatedTo(ChronoUnit.MINUTES);
            assertThat(IsoText.moment(shown.toString())).isEqualTo(shown);
            assertThat(IsoText.day(shown.toLocalDate().toString())).isEqualTo(shown.toLocalDate());
        }
    }

    @Test
    void readsRareForms() {
        assertThat(IsoText.moment("2026-03-01T09:30:00.125"))
                .isEqualTo(LocalDateTime.of(2026, 3, 1, 9, 30, 0, 125_000_000));
        assertThat(IsoText.day("+12026-03-01")).isEqualTo(LocalDate.of(12_026, 3, 1));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "infinity",
                "2026-02-30T09:30",
                "2026-03-01T25:30",
                "2026-03-01T09-30",
                "2026-03-01T09:30x00",
                "2026-03-01T09:30:6a",
                "2026-03-01T09:30Z",
                "2026-03-01 09:30",
                "2026/03/01T09:30",
                "-026-03-01T09:30"
            })
    void rejectsInvalidTimestamps(String text) {
        assertThatThrownBy(() -> IsoText.moment(text)).isInstanceOf(DateTimeException.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "infinity", "2026-02-30", "2026-3-1", "2026-03-1x", "202603-001", "2026-00-00"})
    void rejectsInvalidDates(String text) {
        assertThatThrownBy(() -> IsoText.day(text)).isInstanceOf(DateTimeException.class);
    }
}
