package plainsieve.core.value;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.Optional;

/** Parses typed values; the only place to do so. Accepts exactly what {@link Value#written()} writes. */
public final class ValueReader {
    /** A single value longer than this is refused: no list, link or comparison has a use for it. */
    public static final int LONGEST_TEXT = 4000;

    private static final int LONGEST_SHOWN = 60;
    private static final int MOST_DIGITS = 100;

    private ValueReader() {}

    /** Parses one value. Throws {@link ProblemException} with the text and the expected format. */
    public static Value read(Type type, String text) {
        if (text.length() > LONGEST_TEXT) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_VALUE,
                    "The value has %,d characters; %,d are the most a value may have."
                            .formatted(text.length(), LONGEST_TEXT),
                    "Shorten it."));
        }
        return tryRead(type, text).orElseThrow(() -> unreadable(type, text));
    }

    private static Optional<Value> tryRead(Type type, String text) {
        try {
            return switch (type) {
                case TEXT -> text.indexOf('\0') < 0 ? Optional.of(new Value.Text(text)) : Optional.empty();
                case NAME -> Optional.of(new Value.Name(text));
                case INTEGER -> Optional.of(new Value.Whole(Long.parseLong(text.strip())));
                case DECIMAL -> decimal(text.strip());
                case DATE -> Optional.of(new Value.Day(LocalDate.parse(text.strip())));
                case DATETIME -> Optional.of(moment(text.strip()));
                case BOOLEAN -> truth(text.strip());
            };
        } catch (NumberFormatException | DateTimeException e) {
            return Optional.empty();
        }
    }

    private static Optional<Value> decimal(String text) {
        // "1e999999999" would be a number of a billion digits once written out.
        BigDecimal number = new BigDecimal(text);
        boolean reasonable = Math.abs((long) number.scale()) + number.precision() <= MOST_DIGITS;
        return reasonable ? Optional.of(new Value.Decimal(number)) : Optional.empty();
    }

    private static Value moment(String text) {
        if (text.length() == "2026-03-31".length()) {
            return new Value.Moment(LocalDate.parse(text).atStartOfDay());
        }
        TemporalAccessor read = DateTimeFormatter.ISO_DATE_TIME.parseBest(
                text.replace(' ', 'T'), OffsetDateTime::from, LocalDateTime::from);
        return read instanceof OffsetDateTime point ? Value.Moment.of(point) : new Value.Moment((LocalDateTime) read);
    }

    private static Optional<Value> truth(String text) {
        return switch (text) {
            case "true" -> Optional.of(new Value.Truth(true));
            case "false" -> Optional.of(new Value.Truth(false));
            default -> Optional.empty();
        };
    }

    private static ProblemException unreadable(Type type, String text) {
        String shown = text.length() > LONGEST_SHOWN ? text.substring(0, LONGEST_SHOWN) + "…" : text;
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_VALUE,
                "“%s” is not a %s.".formatted(shown.replace("\0", "␀"), type.inWords()),
                "Write one like %s.".formatted(type.example())));
    }
}
