package plainsieve.core.request;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/**
 * How values are written in a part of a request.
 *
 * @param joined separator of several values; empty to repeat the part for each
 * @param days the format of dates and timestamps; empty for ISO 8601
 * @param lastDay whether a date that represents a week, a month, … is its last day and not its first
 */
record ValueEncoding(Optional<String> joined, Optional<String> days, boolean lastDay) {
    static final ValueEncoding USUAL = new ValueEncoding(Optional.empty(), Optional.empty(), false);

    private static final Pattern LAST =
            Pattern.compile(",?\\s+(?:joined by '([^']*)'|format '([^']*)'|(last day))\\s*$");

    /** A line without its trailing format options. */
    record ParsedLine(String rest, ValueEncoding spelling) {}

    /** Throws {@link ProblemException} for a form that no day can be written in. */
    static ParsedLine parseSuffix(String line) {
        Matcher last = LAST.matcher(line);
        if (!last.find()) {
            return new ParsedLine(line, USUAL);
        }
        ParsedLine before = parseSuffix(line.substring(0, last.start()));
        ValueEncoding said = before.spelling();
        ValueEncoding more = last.group(1) != null
                ? new ValueEncoding(Optional.of(last.group(1)), said.days, said.lastDay)
                : last.group(2) != null
                        ? new ValueEncoding(said.joined, Optional.of(checked(last.group(2))), said.lastDay)
                        : new ValueEncoding(said.joined, said.days, true);
        return new ParsedLine(before.rest(), more);
    }

    private static String checked(String days) {
        try {
            DateTimeFormatter.ofPattern(days, Locale.ROOT)
                    .format(LocalDate.EPOCH.atStartOfDay().atOffset(ZoneOffset.UTC));
            return days;
        } catch (IllegalArgumentException | DateTimeException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "Invalid date pattern “%s”.".formatted(days),
                    "Use d, M, y, H, m and s, as in dd.MM.yyyy."));
        }
    }

    /** The encoded form of a value. */
    Value of(Value value, Parameter parameter) {
        Value meant = value;
        if (lastDay && value instanceof Value.Day day) {
            meant = parameter
                    .covers()
                    .period()
                    .<Value>map(period -> new Value.Day(period.last(day.date())))
                    .orElse(value);
        }
        return days.isEmpty() ? meant : written(meant, DateTimeFormatter.ofPattern(days.get(), Locale.ROOT));
    }

    private static Value written(Value value, DateTimeFormatter form) {
        if (value instanceof Value.Day day) {
            return new Value.Text(form.format(day.date().atStartOfDay()));
        }
        return value instanceof Value.Moment moment ? new Value.Text(form.format(moment.dateTime())) : value;
    }
}
