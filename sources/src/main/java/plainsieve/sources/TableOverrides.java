package plainsieve.sources;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import plainsieve.core.catalog.CellFormat;
import plainsieve.core.catalog.HeaderRow;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Column formats and header rows that an author set for a table of files.
 *
 * @param names the position of column names; empty for automatic
 * @param columns declared types by column
 */
public record TableOverrides(Optional<HeaderRow> names, Map<String, CellFormat> columns) {
    /** The key of the header line among columns: no column has this name. */
    public static final String NAMES = "";

    public static final TableOverrides NOTHING = new TableOverrides(Optional.empty(), Map.of());

    public TableOverrides {
        columns = Map.copyOf(columns);
    }

    /** @param words by the name of the column, and by {@link #NAMES} */
    static TableOverrides of(Map<String, String> words) {
        Map<String, CellFormat> forms = new HashMap<>();
        words.forEach((column, form) -> {
            if (!column.equals(NAMES)) {
                forms.put(column, form(column, form));
            }
        });
        return new TableOverrides(Optional.ofNullable(words.get(NAMES)).map(TableOverrides::names), forms);
    }

    private static CellFormat form(String column, String words) {
        return CellFormat.ofWords(words)
                .orElseThrow(() ->
                        bad("Unknown type “%s” of the column “%s”.".formatted(words, column), CellFormat.allWords()));
    }

    private static HeaderRow names(String words) {
        return HeaderRow.ofWords(words)
                .orElseThrow(() ->
                        bad("Invalid position of column names: “%s”.".formatted(words), HeaderRow.offeredWords()));
    }

    private static ProblemException bad(String message, List<String> possible) {
        return new ProblemException(
                Problem.of(ProblemKind.INVALID_SOURCE, message, "Use one of: " + String.join(", ", possible) + "."));
    }

    Map<String, String> words() {
        Map<String, String> words = columns.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, entry -> entry.getValue().words(), (one, other) -> one, TreeMap::new));
        names.ifPresent(line -> words.put(NAMES, line.words()));
        return words;
    }
}
