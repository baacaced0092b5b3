package plainsieve.sources.files;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.CellFormat;
import plainsieve.sources.Catalog;
import plainsieve.sources.DetectedColumn;

/** Collects the facts about a table from its files. */
final class TableFacts {
    private static final int MOST_NOTES = 20;
    private static final int EXAMPLES = 3;

    private final FileTable table;
    private final Map<String, DetectedColumn> columns = new LinkedHashMap<>();
    private final List<String> notes = new ArrayList<>();
    private final Set<String> names = new LinkedHashSet<>();
    private long rows;
    private long lost;
    private int readable;
    private String unreadable = "";

    TableFacts(FileTable table) {
        this.table = table;
    }

    void add(FilePart part, CachedPart kept) {
        String name = part.file().name();
        if (kept.isReadable()) {
            readable++;
            names.add(kept.names());
            rows += kept.rows();
            lost += kept.lost();
            kept.columns().forEach(column -> columns.merge(column.name(), column, TableFacts::together));
            kept.notes().forEach(note -> notes.add(table.many() ? name + ": " + note : note));
        } else {
            unreadable = name + " " + kept.unreadable();
            notes.add("“" + name + "” " + kept.unreadable() + ".");
        }
    }

    /* A column may differ in type between files of a table: the result can hold both. */
    private static DetectedColumn together(DetectedColumn one, DetectedColumn other) {
        LinkedHashSet<String> examples = new LinkedHashSet<>(one.examples());
        examples.addAll(other.examples());
        boolean same = one.type().equals(other.type());
        boolean text = one.type().equals(CellFormat.TEXT.words());
        Optional<String> almost =
                same ? one.nearlyType().or(other::nearlyType) : Optional.of(text ? other.type() : one.type());
        return new DetectedColumn(
                one.name(),
                same ? one.type() : CellFormat.TEXT.words(),
                one.nonBlank() + other.nonBlank(),
                one.mismatches() + other.mismatches(),
                examples.stream().limit(EXAMPLES).toList(),
                almost);
    }

    Catalog.FileTable all() {
        return of(readable == 0 ? unreadable : "");
    }

    /** Of files that have their own types. */
    Catalog.FileTable inPlace() {
        rows = -1;
        return of("");
    }

    Catalog.FileTable unreadable(String why) {
        return of(unreadable.isEmpty() ? table.parts().get(0).file().name() + " " + why : unreadable);
    }

    private Catalog.FileTable of(String why) {
        List<String> files =
                table.parts().stream().map(part -> part.file().name()).toList();
        return new Catalog.FileTable(
                files,
                rows,
                lost,
                List.copyOf(columns.values()),
                String.join(" or ", names),
                notes.stream().limit(MOST_NOTES).toList(),
                why);
    }
}
