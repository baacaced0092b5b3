package plainsieve.sources.files;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.core.catalog.HeaderRow;
import plainsieve.sources.engine.CsvShape;
import plainsieve.sources.engine.StagedCells;
import plainsieve.sources.engine.UnreadableFileException;

/**
 * Detects the header row of a sheet. Two header rows are combined: a group above its columns. Rows above are titles.
 *
 * @param rows number of rows above the data
 * @param line the row numbers of the names
 * @param names from column A on; null if missing
 */
record WorkbookHeader(int rows, HeaderRow line, String[] names) {
    /** A header row may lack a few names, such as that of an unnamed numeric column. */
    private static final double NEARLY = 0.6;

    /**
     * The declared header.
     *
     * @param numbers of the rows on the sheet
     */
    static WorkbookHeader declared(HeaderRow said, List<String[]> rows, List<Integer> numbers) {
        List<String[]> names = IntStream.range(0, rows.size())
                .filter(i -> said.has(numbers.get(i)))
                .mapToObj(rows::get)
                .toList();
        if (said.count() > 0 && names.isEmpty()) {
            throw new UnreadableFileException("has no column names in " + said.words());
        }
        int above =
                (int) numbers.stream().filter(number -> number <= said.last()).count();
        return new WorkbookHeader(
                above, said, names.stream().reduce(StagedCells::grouped).orElse(new String[0]));
    }

    /**
     * @param rows nonempty, each from column A on, with null for empty cells
     * @param numbers of the rows on the sheet
     */
    static WorkbookHeader of(List<String[]> rows, List<Integer> numbers) {
        int fullest = rows.stream().mapToInt(WorkbookHeader::filled).max().orElseThrow();
        double enough = Math.max(Math.min(2, fullest), fullest * NEARLY);
        return IntStream.range(0, rows.size())
                .boxed()
                .flatMap(i -> at(rows, numbers, i, enough).stream())
                .findFirst()
                .orElse(new WorkbookHeader(0, HeaderRow.NONE, new String[0]));
    }

    private static Optional<WorkbookHeader> at(List<String[]> rows, List<Integer> numbers, int row, double enough) {
        String[] names = rows.get(row);
        if (!hasTextsAlone(names)) {
            return Optional.empty();
        }
        boolean more = row + 2 < rows.size() && hasTextsAlone(rows.get(row + 1)) && !hasTextsAlone(rows.get(row + 2));
        if (more && filled(names) > 1) {
            String[] both = StagedCells.grouped(names, rows.get(row + 1));
            if (filled(both) > filled(names) && filled(both) >= enough) {
                return Optional.of(new WorkbookHeader(row + 2, HeaderRow.ofTwo(numbers.get(row)), both));
            }
        }
        return filled(names) >= enough
                ? Optional.of(new WorkbookHeader(row + 1, HeaderRow.of(numbers.get(row)), names))
                : Optional.empty();
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
