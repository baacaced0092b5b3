package plainsieve.core.catalog;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The format in which the cells of a column of a file or response are read. */
public enum CellFormat {
    YES_OR_NO("yes or no"),
    WHOLE("whole number"),
    NUMBER("number"),
    NUMBER_WITH_COMMA("number with a comma"),
    DAY("day"),
    DAY_WITH_DOTS("day as 31.12.2026"),
    DAY_BEFORE_MONTH("day as 31/12/2026"),
    MONTH_BEFORE_DAY("day as 12/31/2026"),
    MOMENT("day and time"),
    MOMENT_WITH_DOTS("day and time as 31.12.2026 23:59"),
    MOMENT_WITH_ZONE("day and time with its zone"),
    TEXT("text");

    private final String words;

    CellFormat(String words) {
        this.words = words;
    }

    /** As authors say it, and as it is kept. */
    public String words() {
        return words;
    }

    public static Optional<CellFormat> ofWords(String words) {
        return Arrays.stream(values())
                .filter(form -> form.words.equals(words.strip().toLowerCase(Locale.ROOT)))
                .findFirst();
    }

    public static List<String> allWords() {
        return Arrays.stream(values()).map(CellFormat::words).toList();
    }
}
