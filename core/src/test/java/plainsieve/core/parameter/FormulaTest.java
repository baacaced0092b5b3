package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class FormulaTest {
    private static final Map<String, Choice> CHOSEN = Map.of(
            "day", new Choice.One(new Value.Day(LocalDate.of(2024, 2, 29))),
            "at", new Choice.One(new Value.Moment(LocalDate.of(2026, 3, 31).atTime(23, 59))),
            "n", new Choice.One(new Value.Whole(3)),
            "ports", new Choice.Many(List.of(new Value.Text("A"), new Value.Text("B")), false),
            "nothing", new Choice.Blank());

    private static String value(String formula, String today) {
        return Formula.read(formula)
                .value(LocalDate.parse(today), "tam", name -> CHOSEN.getOrDefault(name, new Choice.Blank()))
                .map(Value::written)
                .orElse("nothing");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            today                                   | 2026-03-31 | 2026-03-31
            yesterday                               | 2026-03-01 | 2026-02-28
            tomorrow                                | 2024-02-28 | 2024-02-29
            7 days ago                              | 2026-01-03 | 2025-12-27
            today - 1 month                         | 2026-03-31 | 2026-02-28
            today + :n weeks                        | 2026-03-31 | 2026-04-21
            first day of this month                 | 2026-03-31 | 2026-03-01
            first day of last month                 | 2026-03-31 | 2026-02-01
            last day of last month                  | 2026-03-31 | 2026-02-28
            last day of last month                  | 2024-03-31 | 2024-02-29
            last day of last month                  | 2026-01-15 | 2025-12-31
            first day of next quarter               | 2026-11-23 | 2027-01-01
            first day of last week                  | 2026-03-01 | 2026-02-16
            last day of this year                   | 2024-06-01 | 2024-12-31
            First Day Of LAST Year                  | 2024-02-29 | 2023-01-01
            first day of month of :day              | 2026-01-01 | 2024-02-01
            last day of month of :day               | 2026-01-01 | 2024-02-29
            last day of quarter of :day + 1 day     | 2026-01-01 | 2024-04-01
            first day of month of :at               | 2026-01-01 | 2026-03-01
            year of :day                            | 2026-01-01 | 2024
            quarter of :day                         | 2026-01-01 | 1
            week of 2026-12-31                      | 2026-01-01 | 53
            fiscal year of :day from April          | 2026-01-01 | 2024
            fiscal year of 2026-04-01 from april    | 2026-01-01 | 2027
            fiscal year of 2026-03-31 from April    | 2026-01-01 | 2026
            first day of fiscal year from April     | 2026-03-31 | 2025-04-01
            last day of fiscal year from July       | 2026-07-01 | 2027-06-30
            first day of last fiscal year from April | 2026-05-01 | 2025-04-01
            first day of fiscal year of :day from October | 2026-01-01 | 2023-10-01
            year of today - 1                       | 2026-01-01 | 2025
            :n + 4                                  | 2026-01-01 | 7
            :nothing + 4                            | 2026-01-01 | nothing
            last day of month of :nothing           | 2026-01-01 | nothing
            42                                      | 2026-01-01 | 42
            """)
    void evaluates(String formula, String today, String value) {
        assertThat(value(formula, today)).isEqualTo(value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            first day of      | at the end                | day, week, month, quarter or year
            first day of lst month | at “lst”             | day, week, month
            today + days      | at “days”                 | a whole number or a parameter
            today 5           | at “5”                    | “+”, “-” or the end
            3 days            | at the end                | “ago”
            soon              | at “soon”                 | today, a day such as
            fiscal year of :day from Spring | at “Spring” | a month, such as April
            today; drop       | at “;”                    | “+”, “-” or the end
            """)
    void reportsThePositionAndTheExpectedToken(String formula, String where, String wanted) {
        assertThatThrownBy(() -> Formula.read(formula)).isInstanceOfSatisfying(ProblemException.class, e -> {
            assertThat(e.first().message()).contains(where);
            assertThat(e.first().advice()).contains(wanted);
            assertThat(e.first().place()).isPresent();
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            first day of month of :n      | “3” is no day
            today + 5                     | The unit of
            :ports                        | has several values
            today + 999999999999 years    | outside the calendar
            """)
    void reportsIncompatibleTypes(String formula, String message) {
        assertThatThrownBy(() -> value(formula, "2026-01-01")).hasMessageContaining(message);
    }

    @Test
    void listsItsParameters() {
        assertThat(Formula.read("first day of month of :day + :n days").parameters())
                .containsExactly("day", "n");
    }

    @Test
    void convertsDaysToTimestampsAndAnythingToText() {
        Value day = new Value.Day(LocalDate.of(2026, 3, 1));
        assertThat(Formula.as(Type.DATETIME, day).written()).isEqualTo("2026-03-01T00:00");
        assertThat(Formula.as(Type.TEXT, day)).isEqualTo(new Value.Text("2026-03-01"));
        assertThat(Formula.as(Type.DECIMAL, new Value.Whole(3)).written()).isEqualTo("3");
        assertThatThrownBy(() -> Formula.as(Type.INTEGER, day)).hasMessageContaining("returns a date");
    }

    @Test
    void lastMonthEndsBeforeThisMonthBegins() {
        for (LocalDate today = LocalDate.of(1900, 1, 1); today.getYear() < 2300; today = today.plusDays(1)) {
            String day = today.toString();
            LocalDate end = LocalDate.parse(value("last day of last month", day));
            assertThat(end.plusDays(1)).isEqualTo(value("first day of this month", day));
            assertThat(end.withDayOfMonth(1)).isEqualTo(value("first day of last month", day));
        }
    }

    @Test
    void fiscalYearHasTwelveMonthsAndIsNumberedByItsLastDay() {
        SplittableRandom random = new SplittableRandom(7);
        String[] months = {"January", "February", "April", "July", "October", "December"};
        for (int round = 0; round < 2_000; round++) {
            String day =
                    LocalDate.of(1990, 1, 1).plusDays(random.nextInt(30_000)).toString();
            String from = " from " + months[random.nextInt(months.length)];
            LocalDate first = LocalDate.parse(value("first day of fiscal year" + from, day));
            LocalDate last = LocalDate.parse(value("last day of fiscal year" + from, day));
            assertThat(LocalDate.parse(day)).isBetween(first, last);
            assertThat(first.plusYears(1).minusDays(1)).isEqualTo(last);
            assertThat(value("fiscal year of " + day + from, day)).isEqualTo(String.valueOf(last.getYear()));
        }
    }

    @Test
    void neverFailsUnexpectedly() {
        String[] words = {
            "first", "day", "of", "last", "month", "today", "+", "-", "7", ":x", "fiscal", "year", "from", "April",
            "\u0000", "'"
        };
        SplittableRandom random = new SplittableRandom(11);
        for (int round = 0; round < 20_000; round++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(9); i >= 0; i--) {
                text.append(words[random.nextInt(words.length)]).append(' ');
            }
            try {
                assertThat(Formula.read(text.toString()).parameters()).isSubsetOf("x");
            } catch (ProblemException e) {
                assertThat(e.first().advice()).isNotBlank();
            }
        }
    }
}
