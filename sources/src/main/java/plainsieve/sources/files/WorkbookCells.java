package plainsieve.sources.files;

import java.io.IOException;
import java.math.BigDecimal;
import java.sql.SQLException;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipException;
import javax.xml.stream.XMLStreamException;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import plainsieve.core.catalog.HeaderRow;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.StagedCells;
import plainsieve.sources.engine.UnreadableFileException;

/**
 * Stages one area of a workbook. Titles above the names and empty rows are skipped. Dates are written as
 * ISO 8601, numbers with a decimal point.
 */
final class WorkbookCells {
    private static final ReadingOptions OPTIONS = new ReadingOptions(true, true);
    private static final int LOOKED_AT = 50;
    private static final int SHOWN = 3;

    private final CellStaging staging;
    private final WorkbookArea area;
    private final Optional<HeaderRow> said;
    private final List<String> errors = new ArrayList<>();
    private long wrong;

    /** @param said the position of column names; empty for automatic */
    WorkbookCells(CellStaging staging, WorkbookArea area, Optional<HeaderRow> said) {
        this.staging = staging;
        this.area = area;
        this.said = said;
    }

    /** Throws {@link UnreadableFileException} if it contains no table. */
    StagedCells read(FileEntry file) throws IOException, SQLException {
        WorkbookAreas.requireBounded(file.path());
        try (ReadableWorkbook workbook = new ReadableWorkbook(file.path().toFile(), OPTIONS);
                Stream<Row> rows = workbook.findSheet(area.sheet())
                        .orElseThrow(() -> new UnreadableFileException("has no sheet “" + area.sheet() + "” any more"))
                        .openStream()) {
            return read(rows.iterator());
        } catch (UnreadableFileException e) {
            throw e;
        } catch (IOException e) {
            if (e.getCause() instanceof XMLStreamException || e instanceof ZipException) {
                throw new UnreadableFileException("is not a valid workbook", e);
            }
            throw e;
        } catch (RuntimeException e) {
            // The library throws various exceptions for damaged files.
            throw new UnreadableFileException("is not a valid workbook", e);
        }
    }

    private StagedCells read(Iterator<Row> rows) throws SQLException {
        List<String[]> first = new ArrayList<>();
        List<Integer> numbers = new ArrayList<>();
        while (rows.hasNext() && first.size() < LOOKED_AT) {
            Row row = rows.next();
            filled(row).ifPresent(cells -> {
                first.add(cells);
                numbers.add(row.getRowNum());
            });
        }
        if (first.isEmpty()) {
            throw new UnreadableFileException("is empty in “" + area.name() + "”");
        }
        return below(head(first, numbers), first, rows);
    }

    private WorkbookHeader head(List<String[]> first, List<Integer> numbers) {
        return said.map(line -> WorkbookHeader.declared(line, first, numbers))
                .orElseGet(() -> WorkbookHeader.of(first, numbers));
    }

    /** Stages the rows after the names: the first rows, then the others. */
    private StagedCells below(WorkbookHeader head, List<String[]> first, Iterator<Row> rows) throws SQLException {
        List<String[]> all = new ArrayList<>(first.subList(head.rows(), first.size()));
        all.add(head.names());
        if (all.stream().allMatch(row -> firstCell(row) == Integer.MAX_VALUE)) {
            throw new UnreadableFileException("has only column names in “" + area.name() + "”");
        }
        int left = all.stream().mapToInt(WorkbookCells::firstCell).min().orElseThrow();
        int right = all.stream().mapToInt(row -> row.length).max().orElseThrow();
        if (right - left > StagedCells.MOST_COLUMNS) {
            throw new UnreadableFileException("has more than %,d columns".formatted(StagedCells.MOST_COLUMNS));
        }
        staging.begin(right - left);
        for (String[] row : first.subList(head.rows(), first.size())) {
            staging.row(Arrays.copyOfRange(row, left, right));
        }
        int wide = 0;
        while (rows.hasNext()) {
            Optional<String[]> row = filled(rows.next());
            if (row.isPresent()) {
                wide += row.get().length > right ? 1 : 0;
                staging.row(Arrays.copyOfRange(row.get(), left, right));
            }
        }
        staging.end();
        return new StagedCells(
                StagedCells.names(Arrays.asList(Arrays.copyOfRange(head.names(), left, right))),
                Optional.of(head.line()),
                0,
                notes(wide));
    }

    private List<String> notes(int wide) {
        List<String> notes = new ArrayList<>();
        if (wide > 0) {
            notes.add("%,d rows have values to the right of the columns that have a name.".formatted(wide));
        }
        if (wrong > 0) {
            notes.add("%,d cells have an error and no value: %s.".formatted(wrong, String.join(", ", errors)));
        }
        return notes;
    }

    /** A row with at least one value. @return its cells from column A on */
    private Optional<String[]> filled(Row row) {
        if (!area.hasRow(row.getRowNum())) {
            return Optional.empty();
        }
        int last = IntStream.range(0, row.getCellCount())
                .filter(i -> row.hasCell(i) && area.hasColumn(i))
                .max()
                .orElse(-1);
        String[] cells = new String[last + 1];
        for (int i = 0; i <= last; i++) {
            cells[i] = area.hasColumn(i) && row.hasCell(i) ? text(row.getCell(i)) : null;
        }
        return Arrays.stream(cells).allMatch(cell -> cell == null) ? Optional.empty() : Optional.of(cells);
    }

    private static int firstCell(String[] row) {
        return IntStream.range(0, row.length)
                .filter(i -> row[i] != null)
                .findFirst()
                .orElse(Integer.MAX_VALUE);
    }

    private String text(Cell cell) {
        if (cell == null || cell.getType() == CellType.EMPTY) {
            return null;
        }
        if (cell.getType() == CellType.ERROR) {
            wrong++;
            if (errors.size() < SHOWN && !errors.contains(cell.getRawValue())) {
                errors.add(cell.getRawValue());
            }
            return null;
        }
        if (cell.getType() == CellType.NUMBER) {
            return isTime(cell) ? moment(cell.asDate()) : number(cell.getRawValue());
        }
        String text = cell.getType() == CellType.BOOLEAN ? String.valueOf(cell.asBoolean()) : cell.getText();
        return text == null || text.isBlank() ? null : text;
    }

    /* A number is a day by how it is shown: y, m, d or h outside of quotation marks, brackets and colors. */
    private static boolean isTime(Cell cell) {
        String shown = cell.getDataFormatString();
        return shown != null
                && shown.toLowerCase(Locale.ROOT)
                        .replaceAll("\"[^\"]*\"|\\\\.|\\[[^\\]hms]*\\]|general", "")
                        .matches(".*[ymdhs].*");
    }

    private static String moment(LocalDateTime moment) {
        return moment.toLocalTime().equals(LocalTime.MIDNIGHT)
                ? moment.toLocalDate().toString()
                : moment.toString().replace('T', ' ');
    }

    /* Workbooks store binary fractions with 17 digits; the shortest equivalent number is what was typed. */
    private static String number(String raw) {
        BigDecimal exact = new BigDecimal(raw);
        BigDecimal typed = exact.precision() < 16 ? exact : BigDecimal.valueOf(exact.doubleValue());
        BigDecimal plain = typed.stripTrailingZeros();
        return plain.scale() < 0 ? plain.setScale(0).toPlainString() : plain.toPlainString();
    }
}
