package plainsieve.sources.files;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.TableOverrides;

/**
 * Determines the tables of a folder. A file is a table, and so is each sheet and each named range of a workbook. Files whose
 * names differ only in digits form a table, too. A folder is one table of all files in it, recursively. Tables of several
 * files have a column with the name of the file.
 */
final class FolderTables {
    /** Overrides of tables, by name. */
    private final Map<String, TableOverrides> overridesOf;

    private final Areas areas;
    private final List<FileTable> tables = new ArrayList<>();
    private final Set<String> taken = new HashSet<>();

    /** The tables in a workbook; none when unreadable. */
    interface Areas {
        List<WorkbookArea> of(FileEntry workbook);
    }

    private FolderTables(Map<String, TableOverrides> said, Areas areas) {
        this.overridesOf = said;
        this.areas = areas;
    }

    static List<FileTable> of(List<FileEntry> files, Map<String, TableOverrides> said, Areas areas) {
        FolderTables tables = new FolderTables(said, areas);
        Map<String, List<FileEntry>> together = new LinkedHashMap<>();
        for (FileEntry file : files) {
            if (file.kind() == FileKind.WORKBOOK) {
                tables.workbook(file);
            } else if (file.folder().isEmpty()) {
                tables.add(plain(file.stem()), List.of(file), false);
                String series = file.stem().replaceAll("[ _.-]*[0-9]+", "#");
                if (series.contains("#") && !series.startsWith("#")) {
                    together.computeIfAbsent(series.replace("#", "") + "." + file.kind(), key -> new ArrayList<>())
                            .add(file);
                }
            } else {
                together.computeIfAbsent(file.folder().split("/", 2)[0] + "/" + file.kind(), key -> new ArrayList<>())
                        .add(file);
            }
        }
        together.forEach((key, series) -> {
            boolean folder = !series.get(0).folder().isEmpty();
            if (folder || series.size() > 1) {
                tables.add(
                        plain(key.substring(0, key.lastIndexOf(folder ? '/' : '.'))),
                        series,
                        !series.get(0).listed());
            }
        });
        return tables.tables;
    }

    private void workbook(FileEntry file) {
        List<WorkbookArea> all = areas.of(file);
        String stem = file.folder().isEmpty() ? file.stem() : file.folder() + "_" + file.stem();
        boolean single = all.size() == 1;
        for (WorkbookArea area : all) {
            String name = free(plain(single ? stem : stem + "_" + area.name()), file.kind());
            FilePart part = new FilePart(file, Optional.of(area), Optional.empty(), overridesOf(name));
            tables.add(new FileTable(name, List.of(part), false));
        }
        if (all.isEmpty()) {
            String name = free(plain(stem), file.kind());
            FilePart part =
                    new FilePart(file, Optional.of(WorkbookArea.of("")), Optional.empty(), TableOverrides.NOTHING);
            tables.add(new FileTable(name, List.of(part), false));
        }
    }

    private void add(String wanted, List<FileEntry> files, boolean many) {
        String name = free(wanted, files.get(0).kind());
        List<FilePart> parts = files.stream()
                .map(file -> new FilePart(
                        file, Optional.empty(), many ? Optional.of(called(file)) : Optional.empty(), overridesOf(name)))
                .toList();
        tables.add(new FileTable(name, parts, many));
    }

    /** The file's name relative to its table's folder. */
    static String called(FileEntry file) {
        return file.name().substring(file.name().indexOf('/') + 1);
    }

    private TableOverrides overridesOf(String table) {
        return overridesOf.getOrDefault(table, TableOverrides.NOTHING);
    }

    private String free(String wanted, FileKind kind) {
        String name = wanted;
        for (int n = 1; !taken.add(name.toLowerCase(Locale.ROOT)); n++) {
            name = wanted + "_" + (n == 1 ? kind.name().toLowerCase(Locale.ROOT) : n);
        }
        return name;
    }

    /** A name that needs no quotes in statements. */
    private static String plain(String text) {
        String name = text.replaceAll("[^\\p{L}\\p{N}_]+", "_").replaceAll("^_+|_+$", "");
        return name.isEmpty() || Character.isDigit(name.charAt(0)) ? "t" + name : name;
    }
}
