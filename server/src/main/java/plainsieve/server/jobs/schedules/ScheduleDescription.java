package plainsieve.server.jobs.schedules;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import plainsieve.core.value.ProblemException;

/**
 * Schedules as text and as cron expressions with five fields.
 *
 * <pre>
 * every 15 minutes                      *&#47;15 * * * *
 * every hour at :10                     10 * * * *
 * every day at 06:30                    30 6 * * *
 * every weekday at 06:30                30 6 * * 1-5
 * every Monday and Thursday at 7:00     0 7 * * 1,4
 * on the 1st of every month at 05:00    0 5 1 * *
 * on the last day of every month at 5:00  0 5 L * *
 * </pre>
 */
public final class ScheduleDescription {
    private static final Pattern MINUTES = Pattern.compile("every (\\d{1,2}) minutes");
    private static final Pattern HOURLY = Pattern.compile("every hour(?: at :(\\d{2}))?");
    private static final Pattern HOURS = Pattern.compile("every (\\d{1,2}) hours(?: at :(\\d{2}))?");
    private static final Pattern DAYS = Pattern.compile("every (.+) at (\\d{1,2}):(\\d{2})");
    private static final Pattern MONTHLY =
            Pattern.compile("on the (\\d{1,2})(?:st|nd|rd|th) of every month at (\\d{1,2}):(\\d{2})");
    private static final Pattern LAST = Pattern.compile("on the last day of every month at (\\d{1,2}):(\\d{2})");

    private static final Pattern FIXED = Pattern.compile("(\\d{1,2}) (\\d{1,2}) (\\S+) \\* (\\S+)");
    private static final String WEEKDAYS = "1-5";

    private ScheduleDescription() {}

    /** The cron expression for a text, or the expression itself. Throws {@link ProblemException} if it is neither. */
    public static String cron(String words) {
        String said = words.strip().replaceAll("\\s+", " ");
        String cron = meant(said.toLowerCase(Locale.ROOT)).orElse(said);
        new Timetable(cron, ZoneId.of("UTC"));
        return cron;
    }

    private static Optional<String> meant(String said) {
        Matcher minutes = MINUTES.matcher(said);
        if (minutes.matches() && divides(60, minutes.group(1))) {
            return Optional.of("*/%s * * * *".formatted(minutes.group(1)));
        }
        Matcher hourly = HOURLY.matcher(said);
        if (hourly.matches()) {
            return Optional.of("%d * * * *".formatted(number(hourly.group(1))));
        }
        Matcher hours = HOURS.matcher(said);
        if (hours.matches() && divides(24, hours.group(1))) {
            return Optional.of("%d */%s * * *".formatted(number(hours.group(2)), hours.group(1)));
        }
        Matcher monthly = MONTHLY.matcher(said);
        if (monthly.matches()) {
            return Optional.of("%d %d %s * *"
                    .formatted(number(monthly.group(3)), number(monthly.group(2)), number(monthly.group(1))));
        }
        Matcher last = LAST.matcher(said);
        if (last.matches()) {
            return Optional.of("%d %d L * *".formatted(number(last.group(2)), number(last.group(1))));
        }
        Matcher days = DAYS.matcher(said);
        return days.matches()
                ? daysMeant(days.group(1))
                        .map(which -> "%d %d * * %s".formatted(number(days.group(3)), number(days.group(2)), which))
                : Optional.empty();
    }

    /* Every 7 minutes would be irregular each hour. */
    private static boolean divides(int whole, String part) {
        return number(part) > 0 && number(part) < whole && whole % number(part) == 0;
    }

    private static int number(String digits) {
        return digits == null ? 0 : Integer.parseInt(digits);
    }

    private static Optional<String> daysMeant(String said) {
        if (said.equals("day")) {
            return Optional.of("*");
        }
        if (said.equals("weekday")) {
            return Optional.of(WEEKDAYS);
        }
        List<Optional<DayOfWeek>> days = Arrays.stream(said.split(", | and "))
                .map(ScheduleDescription::day)
                .toList();
        return days.stream().allMatch(Optional::isPresent)
                ? Optional.of(days.stream()
                        .map(day -> Integer.toString(day.orElseThrow().getValue()))
                        .collect(Collectors.joining(",")))
                : Optional.empty();
    }

    private static Optional<DayOfWeek> day(String name) {
        return Arrays.stream(DayOfWeek.values())
                .filter(day -> day.name().equalsIgnoreCase(name))
                .findFirst();
    }

    /** The text for a cron expression; the expression itself if there is none. */
    public static String describe(String cron) {
        Matcher fixed = FIXED.matcher(cron);
        if (fixed.matches()) {
            return fixed(fixed).orElse(cron);
        }
        if (cron.matches("\\*/\\d{1,2} \\* \\* \\* \\*")) {
            return "every %s minutes".formatted(cron.substring(2, cron.indexOf(' ')));
        }
        if (cron.matches("\\d{1,2} \\* \\* \\* \\*")) {
            return "every hour at :%02d".formatted(minute(cron));
        }
        if (cron.matches("\\d{1,2} \\*/\\d{1,2} \\* \\* \\*")) {
            return "every %s hours at :%02d".formatted(cron.split(" ")[1].substring(2), minute(cron));
        }
        return cron;
    }

    private static int minute(String cron) {
        return Integer.parseInt(cron.substring(0, cron.indexOf(' ')));
    }

    private static Optional<String> fixed(Matcher cron) {
        String time = "%02d:%02d".formatted(Integer.parseInt(cron.group(2)), Integer.parseInt(cron.group(1)));
        String ofMonth = cron.group(3);
        String ofWeek = cron.group(4);
        if (ofMonth.equals("*")) {
            return daysSaid(ofWeek).map(days -> "every %s at %s".formatted(days, time));
        }
        if (!ofWeek.equals("*")) {
            return Optional.empty();
        }
        if (ofMonth.equals("L")) {
            return Optional.of("on the last day of every month at " + time);
        }
        return ofMonth.matches("\\d{1,2}")
                ? Optional.of("on the %s of every month at %s".formatted(ordinal(Integer.parseInt(ofMonth)), time))
                : Optional.empty();
    }

    private static Optional<String> daysSaid(String ofWeek) {
        if (ofWeek.equals("*")) {
            return Optional.of("day");
        }
        if (ofWeek.equals(WEEKDAYS)) {
            return Optional.of("weekday");
        }
        if (!ofWeek.matches("[1-7](,[1-7])*")) {
            return Optional.empty();
        }
        List<String> names = Arrays.stream(ofWeek.split(","))
                .map(day -> DayOfWeek.of(Integer.parseInt(day)).getDisplayName(TextStyle.FULL, Locale.UK))
                .toList();
        return Optional.of(
                names.size() == 1
                        ? names.get(0)
                        : String.join(", ", names.subList(0, names.size() - 1)) + " and "
                                + names.get(names.size() - 1));
    }

    private static String ordinal(int number) {
        int last = number % 10;
        boolean teen = number / 10 == 1;
        return number
                + (teen || last == 0 || last > 3
                        ? "th"
                        : List.of("st", "nd", "rd").get(last - 1));
    }
}
