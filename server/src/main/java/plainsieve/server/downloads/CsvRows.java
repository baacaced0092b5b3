package plainsieve.server.downloads;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import plainsieve.sources.Column;

/**
 * CSV by RFC 4180 in UTF-8. On top, when wanted, the question and the choices in lines that begin with {@code #}, the
 * comment prefix of the W3C's model for tabular data. A missing value is an empty field, an empty text is {@code ""}.
 *
 * <p>A text that begins with {@code = + - @}, a tab or a line's end is run as a formula by programs that open the file as a
 * workbook. Guarded, it gets an apostrophe in front, which they take for "this is text". Numbers, days and times stay.
 */
final class CsvRows implements RowWriter {
    private static final int BUFFER = 1 << 16;

    private static final String FORMULA_BEGINS = "=+-@\t\r\n";
    private static final Pattern NUMBER_OR_TIME = Pattern.compile("[+-]?\\d[\\d.,:eE+-]*|-?[Ii]nfinity");

    private final Writer out;
    private final boolean guarded;

    CsvRows(OutputStream stream, FileHeader header, boolean guarded) throws IOException {
        this.guarded = guarded;
        out = new BufferedWriter(new OutputStreamWriter(stream, StandardCharsets.UTF_8), BUFFER);
        if (header.above()) {
            comment(header.title() + ": " + header.question());
            for (Map.Entry<String, String> choice : header.choices()) {
                comment(choice.getKey() + ": " + choice.getValue());
            }
            comment("as of " + header.asOf());
        }
        labels = header;
    }

    private final FileHeader labels;

    private void comment(String text) throws IOException {
        out.write("# ");
        out.write(text.replaceAll("[\\r\\n]+", " "));
        out.write("\r\n");
    }

    @Override
    public void columns(List<Column> columns) throws IOException {
        row(columns.stream().map(column -> (Object) labels.label(column.name())).toArray());
    }

    @Override
    public void row(Object[] values) throws IOException {
        for (int i = 0; i < values.length; i++) {
            if (i > 0) {
                out.write(',');
            }
            field(values[i]);
        }
        out.write("\r\n");
    }

    private void field(Object value) throws IOException {
        if (value == null) {
            return;
        }
        String text = value instanceof BigDecimal number ? number.toPlainString() : value.toString();
        if (guarded && value instanceof String && isFormula(text)) {
            text = "'" + text;
        }
        if (value instanceof String && needsQuotes(text)) {
            out.write('"');
            out.write(text.replace("\"", "\"\""));
            out.write('"');
        } else {
            out.write(text);
        }
    }

    private static boolean isFormula(String text) {
        return !text.isEmpty()
                && FORMULA_BEGINS.indexOf(text.charAt(0)) >= 0
                && !NUMBER_OR_TIME.matcher(text).matches();
    }

    /** A text that begins with # would read as a comment where it stands first. */
    private static boolean needsQuotes(String text) {
        int length = text.length();
        if (length == 0 || text.charAt(0) == '#' || text.charAt(0) == ' ' || text.charAt(length - 1) == ' ') {
            return true;
        }
        for (int i = 0; i < length; i++) {
            if (isSeparator(text.charAt(i))) {
                return true;
            }
        }
        return false;
    }

    private static boolean isSeparator(char sign) {
        return switch (sign) {
            case ',', '"', '\n', '\r', ';', '\t' -> true;
            default -> false;
        };
    }

    @Override
    public void close() throws IOException {
        out.flush();
    }
}
