package plainsieve.server.jobs.schedules;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.ProblemException;

/** Times of schedules across clock changes. */
class TimetableTest {
    private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
    private static final ZoneId ST_JOHNS = ZoneId.of("America/St_Johns");
    private static final Instant NEW_YEAR = Instant.parse("2026-01-01T12:00:00Z");

    private static List<Instant> of(String cron, ZoneId zone, String from, String until) {
        Timetable timetable = new Timetable(cron, zone);
        List<Instant> all = new ArrayList<>();
        Instant end = Instant.parse(until);
        for (Instant next = timetable.after(Instant.parse(from)).orElse(end);
                next.isBefore(end);
                next = timetable.after(next).orElse(end)) {
            all.add(next);
        }
        return all;
    }

    private static List<Instant> moments(String... iso) {
        return List.of(iso).stream().map(Instant::parse).toList();
    }

    @ParameterizedTest
    @CsvSource({"Europe/Lisbon", "America/St_Johns", "Australia/Lord_Howe", "Asia/Kathmandu"})
    void yearOfWeekdaysMatchesTheCalendar(String name) {
        ZoneId zone = ZoneId.of(name);
        List<Instant> byHand = new ArrayList<>();
        for (LocalDate day = LocalDate.of(2026, 1, 2); day.getYear() == 2026; day = day.plusDays(1)) {
            if (day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY) {
                byHand.add(day.atTime(LocalTime.of(6, 30)).atZone(zone).toInstant());
            }
        }
        String from = LocalDate.of(2026, 1, 2).atStartOfDay(zone).toInstant().toString();
        String until = LocalDate.of(2027, 1, 1).atStartOfDay(zone).toInstant().toString();
        assertThat(of("30 6 * * 1-5", zone, from, until))
                .containsExactlyElementsOf(byHand)
                .hasSize(260);
    }

    @Test
    void skippedHourRunsWhenItWouldHaveEnded() {
        assertThat(of("30 1 * * *", LISBON, "2026-03-28T12:00:00Z", "2026-03-31T00:00:00Z"))
                .isEqualTo(moments("2026-03-29T01:00:00Z", "2026-03-30T00:30:00Z"));
        assertThat(of("15,45 2 * * *", ST_JOHNS, "2026-03-07T12:00:00Z", "2026-03-09T00:00:00Z"))
                .describedAs("two times of that hour are one")
                .isEqualTo(moments("2026-03-08T05:30:00Z"));
    }

    @Test
    void repeatedHourRunsOnce() {
        assertThat(of("30 1 * * *", LISBON, "2026-10-24T12:00:00Z", "2026-10-26T12:00:00Z"))
                .isEqualTo(moments("2026-10-25T00:30:00Z", "2026-10-26T01:30:00Z"));
    }

    @Test
    void hourlyScheduleFollowsExistingHours() {
        assertThat(of("10 * * * *", LISBON, "2026-03-28T23:30:00Z", "2026-03-29T03:00:00Z"))
                .isEqualTo(moments("2026-03-29T00:10:00Z", "2026-03-29T01:10:00Z", "2026-03-29T02:10:00Z"));
        assertThat(of("10,40 * * * *", LISBON, "2026-10-25T00:00:00Z", "2026-10-25T02:00:00Z"))
                .describedAs("an hour that comes twice has them twice")
                .isEqualTo(moments(
                        "2026-10-25T00:10:00Z",
                        "2026-10-25T00:40:00Z",
                        "2026-10-25T01:10:00Z",
                        "2026-10-25T01:40:00Z"));
        assertThat(of("0 * * * *", LISBON, "2026-01-01T00:00:00Z", "2027-01-01T00:00:00Z"))
                .hasSize(365 * 24 - 1);
        assertThat(of("*/15 * * * *", ST_JOHNS, "2025-12-31T23:59:59Z", "2027-01-01T00:00:00Z"))
                .hasSize(365 * 24 * 4);
    }

    @Test
    void findsTheLastDayOfAMonth() {
        assertThat(of("0 5 L * *", ZoneId.of("UTC"), "2026-01-31T06:00:00Z", "2026-05-01T00:00:00Z"))
                .isEqualTo(moments("2026-02-28T05:00:00Z", "2026-03-31T05:00:00Z", "2026-04-30T05:00:00Z"));
        assertThat(new Timetable("0 0 29 2 *", LISBON).after(NEW_YEAR)).contains(Instant.parse("2028-02-29T00:00:00Z"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "every 15 minutes | */15 * * * * | every 15 minutes",
                "Every hour | 0 * * * * | every hour at :00",
                "every hour at :10 | 10 * * * * | every hour at :10",
                "every 6 hours at :05 | 5 */6 * * * | every 6 hours at :05",
                "every day at 6:30 | 30 6 * * * | every day at 06:30",
                "every weekday at 06:30 | 30 6 * * 1-5 | every weekday at 06:30",
                "every Monday and Thursday at 7:00 | 0 7 * * 1,4 | every Monday and Thursday at 07:00",
                "every monday, tuesday and sunday at 23:59 | 59 23 * * 1,2,7 | every Monday, Tuesday and Sunday at 23:59",
                "on the 1st of every month at 05:00 | 0 5 1 * * | on the 1st of every month at 05:00",
                "on the 12th of every month at 05:00 | 0 5 12 * * | on the 12th of every month at 05:00",
                "on the last day of every month at 5:00 | 0 5 L * * | on the last day of every month at 05:00",
                "0 9-17 * * MON-FRI | 0 9-17 * * MON-FRI | 0 9-17 * * MON-FRI"
            })
    void wordsAndCronExpressionsAgree(String words, String cron, String said) {
        assertThat(ScheduleDescription.cron(words)).isEqualTo(cron);
        assertThat(ScheduleDescription.describe(cron)).isEqualTo(said);
        assertThat(ScheduleDescription.cron(said)).isEqualTo(cron);
    }

    @ParameterizedTest
    @CsvSource({
        "every day at 25:00",
        "every 90 minutes",
        "every 7 minutes",
        "every fishday at 7:00",
        "now and then",
        "* * * *",
        "0 0 30 2 *",
        "0 0 0 1 1 *",
        "on the 32nd of every month at 05:00"
    })
    void rejectsInvalidSchedules(String words) {
        assertThatThrownBy(() -> ScheduleDescription.cron(words))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("is no schedule");
    }
}
