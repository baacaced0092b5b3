package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import plainsieve.sources.Column;

/**
 * CSV by RFC 4180 in UTF-8, optionally preceded by the question and the choices in lines that begin with {@code #}, the
 * comment prefix of the W3C's model for tabular data. Null is an empty field, an empty text is {@code ""}.
 *
 * <p>Spreadsheets evaluate text that begins with {@code = + - @}, a tab or a line break as a formula.
 * Escaped, it gets a leading apostrophe, which marks text there. Numbers, dates and times stay unchanged.
 */
final class CsvRows implements RowWriter {
    /** The size of the encoding buffer, in characters. */
    private static final int AT_ONCE = 1 << 13;

    /** Signs, by their numbers, that a text may not have outside quotes. */
    private static final boolean[] QUOTED = new boolean['~'];

    static {
        ",\"\n\r;\t".chars().forEach(sign -> QUOTED[sign] = true);
    }

    private static final String FORMULA_BEGINS = "=+-@\t\r\n";
    private static final Pattern NUMBER_OR_TIME = Pattern.compile("[+-]?\\d[\\d.,:eE+-]*|-?[Ii]nfinity");

    private final OutputStream out;
    private final FileHeader labels;
    private final boolean guarded;
    private StringBuilder lines = new StringBuilder(AT_ONCE);

    CsvRows(OutputStream stream, FileHeader header, boolean guarded) throws IOException {
        this.guarded = guarded;
        out = stream;
        labels = header;
        if (header.above()) {
            comment(header.title() + ": " + header.question());
            for (Map.Entry<String, String> choice : header.choices()) {
                comment(choice.getKey() + ": " + choice.getValue());
            }
            comment("as of " + header.asOf());
        }
    }

    private void comment(String text) throws IOException {
        lines.append("# ").append(text.replaceAll("[\\r\\n]+", " "));
        endLine();
    }

    /* The buffer is encoded at the end of lines or texts only, so that no surrogate pair is split. */
    private void endLine() throws IOException {
        lines.append("\r\n");
        if (lines.length() >= AT_ONCE) {
            write();
        }
    }

    private void write() throws IOException {
        out.write(lines.toString().getBytes(StandardCharsets.UTF_8));
        lines = new StringBuilder(AT_ONCE);
    }

    @Override
    public void columns(List<Column> columns) throws IOException {
        row(columns.stream().map(column -> (Object) labels.label(column.name())).toArray());
    }

    @Override
    public void row(Object[] values) throws IOException {
        for (int i = 0; i < values.length; i++) {
            if (i > 0) {
                lines.append(',');
            }
            field(values[i]);
        }
        endLine();
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
            lines.append('"');
            add(text.replace("\"", "\"\""));
            lines.append('"');
        } else {
            add(text);
        }
    }

    /* A long text is not copied into a line that is as long. */
    private void add(String text) throws IOException {
        if (text.length() < AT_ONCE) {
            lines.append(text);
        } else {
            write();
            out.write(text.getBytes(StandardCharsets.UTF_8));
        }
    }

    private static boolean isFormula(String text) {
        return !text.isEmpty()
                && FORMULA_BEGINS.indexOf(text.charAt(0)) >= 0
                && !NUMBER_OR_TIME.matcher(text).matches();
    }

    /** A leading # would be read as a comment in the first column. */
    private static boolean needsQuotes(String text) {
        int length = text.length();
        if (length == 0 || text.charAt(0) == '#' || text.charAt(0) == ' ' || text.charAt(length - 1) == ' ') {
            return true;
        }
        for (int i = 0; i < length; i++) {
            char sign = text.charAt(i);
            if (sign < QUOTED.length && QUOTED[sign]) {
                return true;
            }
        }
        return false;
    }

    @Override
    public void close() throws IOException {
        write();
        out.flush();
    }
}
