package plainsieve.server.jobs.reportmail;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.NumberFormat;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import plainsieve.core.view.ValueFormat;
import plainsieve.sources.Binary;
import plainsieve.sources.Column;

/** Formats values of an email in its language: dates, timestamps and numbers. */
final class EmailValueFormat {
    static final String NOTHING = "–";

    /** Numbers that are identifiers, such as years, have no thousands separators. */
    private static final Pattern NAMES_THINGS =
            Pattern.compile("(^|_)(id|year|month|no|number|code)$", Pattern.CASE_INSENSITIVE);

    private static final int DAY = "2026-01-01".length();
    private static final int TO_THE_MINUTE = "2026-01-01T00:00".length();
    private static final int MOST_DIGITS = 6;
    private static final int LONGEST = 200;

    private final Locale locale;

    EmailValueFormat(Locale locale) {
        this.locale = locale;
    }

    /** A figure with at most two fraction digits for computed values. */
    String figure(Object value) {
        if (value == null) {
            return NOTHING;
        }
        return number(value)
                .map(number -> numbers(0, 2).format(number))
                .orElseGet(() -> dateOrTimestamp(value.toString()).orElse(value.toString()));
    }

    /** A figure in the format that its author gave it. */
    String figure(Object value, ValueFormat format) {
        return format.equals(ValueFormat.PLAIN) || value == null
                ? figure(value)
                : number(value).map(number -> formatted(number, format)).orElseGet(() -> figure(value));
    }

    /** A value of a column, in the format that its author gave it. */
    String cell(Object value, Column column, ValueFormat format) {
        if (value == null) {
            return "";
        }
        String text = value instanceof Binary bytes ? bytes.inWords() : value.toString();
        if (format.kind().isOfTimes()) {
            return time(text, format);
        }
        Optional<BigDecimal> number = number(value);
        if (number.isPresent() && format.kind() != ValueFormat.Kind.PLAIN) {
            return measured(number.get(), column, format);
        }
        return plain(value, text, column);
    }

    private String plain(Object value, String text, Column column) {
        return switch (column.kind()) {
            case DATE, DATETIME -> dateOrTimestamp(text).orElse(text);
            case INTEGER, DECIMAL ->
                number(value).map(number -> exact(number, column)).orElse(text);
            case BOOLEAN -> text.equals("true") ? "yes" : text.equals("false") ? "no" : text;
            case TEXT, OTHER -> text.length() <= LONGEST ? text : text.substring(0, LONGEST - 1) + "…";
        };
    }

    private String exact(BigDecimal number, Column column) {
        return NAMES_THINGS.matcher(column.name()).find()
                ? number.toPlainString()
                : numbers(0, MOST_DIGITS).format(number);
    }

    private String measured(BigDecimal number, Column column, ValueFormat format) {
        return format.kind() == ValueFormat.Kind.UNIT
                ? exact(number, column) + " " + format.detail()
                : formatted(number, format);
    }

    private String formatted(BigDecimal number, ValueFormat format) {
        int digits = format.detail().matches("\\d") ? Integer.parseInt(format.detail()) : 0;
        return switch (format.kind()) {
            case MONEY ->
                (number.signum() < 0 ? "−" : "") + format.detail() + " "
                        + numbers(2, 2).format(number.abs());
            case PERCENT -> numbers(digits, digits).format(number) + " %";
            default -> numbers(digits, digits).format(number);
        };
    }

    private String time(String text, ValueFormat format) {
        boolean moment = format.kind() == ValueFormat.Kind.MOMENT;
        String day = text.length() > DAY && !moment ? text.substring(0, DAY) : text;
        try {
            return format.kind() == ValueFormat.Kind.MONTH
                    ? DateTimeFormatter.ofPattern("LLLL yyyy", locale).format(LocalDate.parse(day))
                    : dateOrTimestamp(day).orElse(text);
        } catch (DateTimeException e) {
            return text;
        }
    }

    /** A formatted date or timestamp; empty for other text. A time zone is appended. */
    private Optional<String> dateOrTimestamp(String text) {
        try {
            if (text.length() == DAY) {
                return Optional.of(DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM)
                        .withLocale(locale)
                        .format(LocalDate.parse(text)));
            }
            if (text.length() >= TO_THE_MINUTE && text.matches("\\d{4}-\\d\\d-\\d\\d[T ]\\d\\d:\\d\\d.*")) {
                LocalDateTime minute =
                        LocalDateTime.parse(text.substring(0, TO_THE_MINUTE).replace(' ', 'T'));
                String zone = text.replaceFirst("^.{16}(:\\d\\d(\\.\\d+)?)?", "");
                return Optional.of(
                        DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", locale).format(minute)
                                + (zone.isEmpty() ? "" : " " + (zone.equals("Z") ? "UTC" : zone)));
            }
        } catch (DateTimeException e) {
            // It only looks like one.
        }
        return Optional.empty();
    }

    /** The number that a value is; nothing when it is none. */
    static Optional<BigDecimal> number(Object value) {
        try {
            return value instanceof Number || value instanceof String
                    ? Optional.of(new BigDecimal(value.toString()))
                    : Optional.empty();
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    private NumberFormat numbers(int least, int most) {
        NumberFormat format = NumberFormat.getInstance(locale);
        format.setMinimumFractionDigits(least);
        format.setMaximumFractionDigits(most);
        format.setRoundingMode(RoundingMode.HALF_UP);
        return format;
    }
}
