package plainsieve.core.question;

import java.time.LocalDate;
import java.time.chrono.IsoChronology;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.FormatStyle;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Two days as a range without repeating what they share: "1–28 Feb 2026", "1 Feb – 3 Mar 2026", "Feb 1–28, 2026",
 * "01.–28.02.2026". Both days are included. Dates have the medium style of the locale, as single dates do.
 */
final class DateRangeFormat {
    private static final Pattern DAY = Pattern.compile("^(?<before>(?:[^'d]|'[^']*')*)(?<day>d+)(?<after>.*)$");
    private static final Pattern FINAL_YEAR = Pattern.compile("^(?<before>.*?)(?:\\s*'[^']*')?[,\\s]*[yu]+$");

    private final Locale locale;
    private final String pattern;

    DateRangeFormat(Locale locale) {
        this.locale = locale;
        this.pattern = DateTimeFormatterBuilder.getLocalizedDateTimePattern(
                FormatStyle.MEDIUM, null, IsoChronology.INSTANCE, locale);
    }

    String format(LocalDate first, LocalDate last) {
        if (first.equals(last)) {
            return format(pattern, first);
        }
        Matcher day = DAY.matcher(pattern);
        if (first.getYear() == last.getYear() && first.getMonth() == last.getMonth() && day.matches()) {
            return withinAMonth(day, first, last);
        }
        Matcher year = FINAL_YEAR.matcher(pattern);
        boolean sharesFinalYear = first.getYear() == last.getYear() && year.matches();
        return format(sharesFinalYear ? year.group("before") : pattern, first) + " – " + format(pattern, last);
    }

    private String withinAMonth(Matcher day, LocalDate first, LocalDate last) {
        String after = day.group("after");
        String point = after.startsWith(".") && day.group("before").isEmpty() ? "." : "";
        return format(day.group("before") + day.group("day"), first)
                + point
                + "–"
                + format(day.group("day") + after, last);
    }

    private String format(String pattern, LocalDate day) {
        return DateTimeFormatter.ofPattern(pattern, locale).format(day);
    }
}
