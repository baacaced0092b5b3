package plainsieve.core.catalog;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The format in which the cells of a column of a file or response are read. */
public enum CellFormat {
    BOOLEAN("boolean"),
    INTEGER("integer"),
    DECIMAL("decimal"),
    DECIMAL_WITH_COMMA("decimal with comma"),
    DATE("date"),
    DATE_WITH_DOTS("date as 31.12.2026"),
    DATE_DAY_FIRST("date as 31/12/2026"),
    DATE_MONTH_FIRST("date as 12/31/2026"),
    TIMESTAMP("timestamp"),
    TIMESTAMP_WITH_DOTS("timestamp as 31.12.2026 23:59"),
    TIMESTAMP_WITH_ZONE("timestamp with time zone"),
    TEXT("text");

    private final String words;

    CellFormat(String words) {
        this.words = words;
    }

    /** Its name for authors, also in project files. */
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
