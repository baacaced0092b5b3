package plainsieve.core.dialect;

import java.util.Locale;
import java.util.Optional;

/** A stretch of time that days and times are grouped into; each is named by its first day. */
public enum DatePart {
    DAY,
    MONTH,
    YEAR;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<DatePart> ofWord(String word) {
        for (DatePart part : values()) {
            if (part.word().equals(word)) {
                return Optional.of(part);
            }
        }
        return Optional.empty();
    }
}
