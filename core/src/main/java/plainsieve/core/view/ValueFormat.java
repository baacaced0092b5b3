package plainsieve.core.view;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The display format of values.
 *
 * @param detail the number of fraction digits for a number or percent; the currency sign for money; the text of a unit
 */
public record ValueFormat(Kind kind, String detail) {
    public static final ValueFormat PLAIN = new ValueFormat(Kind.PLAIN, "");
    private static final Pattern DIGITS = Pattern.compile("[0-6]");

    /** Each has a keyword in files. */
    public enum Kind {
        /** As returned by the source. */
        PLAIN,
        NUMBER,
        /** With two digits after the point, and its sign before it. */
        MONEY,
        /** The value is percent already: 12.5 is 12.5 %. */
        PERCENT,
        UNIT,
        /** A day, of days and times: 14 July 2025. */
        DAY,
        /** A month: July 2025. */
        MONTH,
        /** A day with its time: 14 July 2025, 08:05. */
        MOMENT;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public boolean isOfTimes() {
            return this == DAY || this == MONTH || this == MOMENT;
        }
    }

    /** As files and requests write it: {@code number 1}, {@code money €}; empty for {@link #PLAIN}. */
    public String written() {
        return kind == Kind.PLAIN ? "" : detail.isEmpty() ? kind.word() : kind.word() + " " + detail;
    }

    /** The inverse of {@link #written}; empty for other text. */
    public static Optional<ValueFormat> read(String written) {
        if (written.isBlank()) {
            return Optional.of(PLAIN);
        }
        String[] parts = written.strip().split(" ", 2);
        String detail = parts.length == 2 ? parts[1].strip() : "";
        return Arrays.stream(Kind.values())
                .filter(kind -> kind.word().equals(parts[0]))
                .map(kind -> new ValueFormat(kind, detail))
                .filter(ValueFormat::isSound)
                .findFirst();
    }

    private boolean isSound() {
        return switch (kind) {
            case NUMBER, PERCENT -> detail.isEmpty() || DIGITS.matcher(detail).matches();
            case MONEY, UNIT -> !detail.isEmpty();
            case PLAIN, DAY, MONTH, MOMENT -> detail.isEmpty();
        };
    }
}
