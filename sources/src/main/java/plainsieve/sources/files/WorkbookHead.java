package plainsieve.sources.files;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.sources.engine.CsvShape;

/**
 * The names of the columns of a sheet, found among its first rows: the first row that is nearly as full as any and has texts alone.
 * Where names stand in two rows, a group above the columns that it is of, each has both. What stands above is a title.
 *
 * @param rows how many rows stand above the first of the data
 * @param names from column A on; null where there is none
 */
record WorkbookHead(int rows, String[] names) {
    /** A row of names may lack a few: that of a column of numbers nobody named, say. */
    private static final double NEARLY = 0.6;

    /** @param rows each from column A on, none of them empty, with null for what is empty */
    static WorkbookHead of(List<String[]> rows) {
        int fullest = rows.stream().mapToInt(WorkbookHead::filled).max().orElseThrow();
        double enough = Math.max(Math.min(2, fullest), fullest * NEARLY);
        return IntStream.range(0, rows.size())
                .boxed()
                .flatMap(i -> at(rows, i, enough).stream())
                .findFirst()
                .orElse(new WorkbookHead(0, new String[0]));
    }

    private static Optional<WorkbookHead> at(List<String[]> rows, int row, double enough) {
        String[] names = rows.get(row);
        if (!hasTextsAlone(names)) {
            return Optional.empty();
        }
        boolean more = row + 2 < rows.size() && hasTextsAlone(rows.get(row + 1)) && !hasTextsAlone(rows.get(row + 2));
        if (more && filled(names) > 1) {
            String[] both = both(names, rows.get(row + 1));
            if (filled(both) > filled(names) && filled(both) >= enough) {
                return Optional.of(new WorkbookHead(row + 2, both));
            }
        }
        return filled(names) >= enough ? Optional.of(new WorkbookHead(row + 1, names)) : Optional.empty();
    }

    /** A group is of all columns up to the next group, as its cell is merged over them. */
    private static String[] both(String[] groups, String[] names) {
        String[] both = new String[Math.max(groups.length, names.length)];
        String group = null;
        for (int i = 0; i < both.length; i++) {
            String above = i < groups.length ? groups[i] : null;
            String below = i < names.length ? names[i] : null;
            group = above == null ? group : above;
            both[i] = below == null ? above : group == null ? below : group + " " + below;
        }
        return both;
    }

    private static int filled(String[] row) {
        return (int) Arrays.stream(row).filter(Objects::nonNull).count();
    }

    private static boolean hasTextsAlone(String[] row) {
        return Arrays.stream(row)
                .filter(Objects::nonNull)
                .noneMatch(cell -> CsvShape.isValue(cell) || cell.matches("true|false"));
    }
}
