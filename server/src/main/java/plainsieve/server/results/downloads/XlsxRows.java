package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import plainsieve.sources.Column;

/**
 * A workbook whose first sheet contains the question and the choices, followed by as many sheets of rows as
 * needed, because one holds 1,048,576 rows. Dates and timestamps are native.
 */
final class XlsxRows implements RowWriter {
    private static final int MOST_ROWS = 1_048_576;
    private static final int FLUSH_EVERY = 500;
    private static final int LONGEST_TEXT = 32_767;
    private static final int MOST_DIGITS = 15;
    private static final long FIRST_WITH_MORE = 1_000_000_000_000_000L;
    private static final int FIRST_YEAR = 1900;

    private final Workbook workbook;
    private final FileHeader header;
    private List<Column> columns = List.of();
    private Worksheet sheet;
    private int sheets;
    private int row;
    private int flushed;

    XlsxRows(OutputStream stream, FileHeader header) {
        this.workbook = new Workbook(stream, "Plain Sieve", "1.0");
        this.header = header;
    }

    @Override
    public void columns(List<Column> found) throws IOException {
        columns = found;
        Worksheet about = workbook.newWorksheet("Question");
        about.value(0, 0, header.title());
        about.style(0, 0).bold().set();
        about.value(1, 0, header.question());
        int line = 3;
        for (Map.Entry<String, String> choice : header.choices()) {
            about.value(line, 0, choice.getKey());
            about.value(line++, 1, choice.getValue());
        }
        about.value(line + 1, 0, "as of");
        about.value(line + 1, 1, header.asOf());
        about.finish();
        nextSheet();
    }

    private void nextSheet() throws IOException {
        if (sheet != null) {
            flush();
            sheet.finish();
        }
        sheets++;
        sheet = workbook.newWorksheet(sheets == 1 ? "Rows" : "Rows " + sheets);
        sheet.freezePane(0, 1);
        for (int i = 0; i < columns.size(); i++) {
            sheet.inlineString(0, i, header.label(columns.get(i).name()));
            sheet.style(0, i).bold().set();
        }
        row = 1;
        flushed = 1;
    }

    @Override
    public void row(Object[] values) throws IOException {
        if (row == MOST_ROWS) {
            nextSheet();
        }
        for (int i = 0; i < values.length; i++) {
            cell(i, values[i]);
        }
        if (++row % FLUSH_EVERY == 0) {
            flush();
        }
    }

    /* Date formats are set for ranges of cells: single cells would double the time. */
    private void flush() throws IOException {
        for (int i = 0; i < columns.size() && flushed < row; i++) {
            Optional<String> look = look(columns.get(i));
            if (look.isPresent()) {
                sheet.range(flushed, i, row - 1, i).style().format(look.get()).set();
            }
        }
        sheet.flush();
        flushed = row;
    }

    private static Optional<String> look(Column column) {
        return switch (column.kind()) {
            case DATE -> Optional.of("yyyy-mm-dd");
            case DATETIME -> Optional.of("yyyy-mm-dd hh:mm:ss");
            default -> Optional.empty();
        };
    }

    private void cell(int column, Object value) {
        if (value instanceof Number number && isExact(number)) {
            sheet.value(row, column, number);
        } else if (value instanceof Boolean truth) {
            sheet.value(row, column, truth);
        } else if (value != null && !date(column, value.toString())) {
            String text = value instanceof BigDecimal number ? number.toPlainString() : value.toString();
            sheet.inlineString(row, column, text.length() > LONGEST_TEXT ? cut(text) : text);
        }
    }

    /** Numbers of a workbook have fifteen digits; longer ones are text, so that no digits are lost. */
    private static boolean isExact(Number number) {
        if (number instanceof Long whole && whole > -FIRST_WITH_MORE && whole < FIRST_WITH_MORE) {
            return true;
        }
        return number instanceof Double
                || new BigDecimal(number.toString()).stripTrailingZeros().precision() <= MOST_DIGITS;
    }

    /** The maximum length of a cell; truncation is stated in the text. */
    private static String cut(String text) {
        String note = " … (cut: %,d letters)".formatted(text.length());
        return text.substring(0, LONGEST_TEXT - note.length()) + note;
    }

    /** Workbooks support dates from 1900 on; earlier ones, and invalid dates, stay text. */
    private boolean date(int column, String text) {
        try {
            switch (columns.get(column).kind()) {
                case DATE -> {
                    LocalDate day = IsoText.day(text);
                    return day.getYear() >= FIRST_YEAR && written(() -> sheet.value(row, column, day));
                }
                case DATETIME -> {
                    LocalDateTime moment = IsoText.moment(text.replace(' ', 'T'));
                    return moment.getYear() >= FIRST_YEAR && written(() -> sheet.value(row, column, moment));
                }
                default -> {
                    return false;
                }
            }
        } catch (DateTimeException e) {
            return false;
        }
    }

    private static boolean written(Runnable write) {
        write.run();
        return true;
    }

    @Override
    public void close() throws IOException {
        if (sheet != null) {
            flush();
            sheet.finish();
        }
        workbook.finish();
    }
}
