package plainsieve.sources.files;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The kinds of files that are tables, by extension. */
public enum FileKind {
    CSV("csv", "tsv"),
    JSON("json", "jsonl", "ndjson"),
    PARQUET("parquet"),
    WORKBOOK("xlsx");

    private final List<String> ends;

    FileKind(String... ends) {
        this.ends = List.of(ends);
    }

    public static Optional<FileKind> of(String fileName) {
        String end = fileName.substring(fileName.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return Arrays.stream(values()).filter(kind -> kind.ends.contains(end)).findFirst();
    }

    /** Whether it is typed and read in place; other files are converted to Parquet. */
    boolean isReadInPlace() {
        return this == PARQUET;
    }
}
