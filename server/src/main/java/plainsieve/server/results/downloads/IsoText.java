package plainsieve.server.results.downloads;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;

/**
 * Days and moments of an answer, in ISO 8601. The usual forms are read digit by digit, as a workbook has millions of them; the JDK
 * reads every other form.
 */
final class IsoText {
    private static final int DAY = "2026-03-01".length();
    private static final int MINUTE = "2026-03-01T09:30".length();
    private static final int SECOND = "2026-03-01T09:30:00".length();

    private IsoText() {}

    /** Throws {@link DateTimeException} when it is no day. */
    static LocalDate day(String text) {
        return text.length() == DAY && isDay(text) ? dayOf(text) : LocalDate.parse(text);
    }

    /** Throws {@link DateTimeException} unless it is a local date and time, for example if it has an offset. */
    static LocalDateTime moment(String text) {
        boolean minutes = text.length() == MINUTE;
        boolean seconds = text.length() == SECOND;
        if (!minutes && !seconds || !isDay(text) || text.charAt(DAY) != 'T' || text.charAt(13) != ':') {
            return LocalDateTime.parse(text);
        }
        if (seconds && text.charAt(MINUTE) != ':') {
            throw new DateTimeException(text);
        }
        return dayOf(text).atTime(number(text, 11, 13), number(text, 14, 16), seconds ? number(text, 17, 19) : 0);
    }

    private static boolean isDay(String text) {
        return text.charAt(4) == '-' && text.charAt(7) == '-';
    }

    private static LocalDate dayOf(String text) {
        return LocalDate.of(number(text, 0, 4), number(text, 5, 7), number(text, 8, 10));
    }

    /** Throws {@link DateTimeException} when it is none. */
    private static int number(String text, int from, int to) {
        int number = 0;
        for (int i = from; i < to; i++) {
            char digit = text.charAt(i);
            if (digit < '0' || digit > '9') {
                throw new DateTimeException(text);
            }
            number = number * 10 + digit - '0';
        }
        return number;
    }
}
