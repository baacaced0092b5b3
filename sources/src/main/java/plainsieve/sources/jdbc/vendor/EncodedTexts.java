package plainsieve.sources.jdbc.vendor;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Column;

/**
 * Fetches the texts of a DuckDB row as one byte value, which is faster than its driver's strings. The statement is wrapped; its
 * rows, order and plan stay the same.
 */
public final class EncodedTexts {
    private static final String TEXT = "VARCHAR";

    private final Connection connection;
    private final Vendor vendor;

    EncodedTexts(Connection connection, Vendor vendor) {
        this.connection = connection;
        this.vendor = vendor;
    }

    private record TextColumn(String name, String type) {
        boolean isText() {
            return type.equals(TEXT);
        }
    }

    /** Prepared unchanged if it has no text columns or cannot be wrapped. */
    PreparedExecution prepare(Statement statement, String text) throws SQLException {
        List<TextColumn> columns = described(statement, text);
        Set<Integer> texts = new TreeSet<>();
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).isText()) {
                texts.add(i + 1);
            }
        }
        return texts.isEmpty()
                ? PreparedExecution.asWritten(vendor.prepared(connection, text))
                : new PreparedExecution(vendor.prepared(connection, wrap(text, columns)), texts);
    }

    /* With its values, on which column types may depend. A failing description is reported by the run. */
    private List<TextColumn> described(Statement statement, String text) {
        List<TextColumn> columns = new ArrayList<>();
        try (PreparedStatement describing = connection.prepareStatement("describe (\n" + text + "\n)");
                ResultSet rows = vendor.run(connection, describing, statement)) {
            while (rows.next()) {
                columns.add(new TextColumn(rows.getString(1), rows.getString(2)));
            }
            return columns;
        } catch (SQLException e) {
            return List.of();
        }
    }

    private static String wrap(String text, List<TextColumn> columns) {
        List<String> asked = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<String> texts = new ArrayList<>();
        for (TextColumn column : columns) {
            String name = "c" + names.size();
            names.add(name);
            String value = column.isText() ? "strlen(" + name + ")::integer" : name;
            asked.add(value + " as \"" + column.name().replace("\"", "\"\"") + '"');
            if (column.isText()) {
                texts.add(name);
            }
        }
        asked.add("encode(concat(" + String.join(", ", texts) + "))");
        return "select %s from (%n%s%n) as answer(%s)"
                .formatted(String.join(", ", asked), text, String.join(", ", names));
    }

    /** The original column. */
    public static Column column(Column inBytes) {
        return new Column(inBytes.name(), TEXT, Column.Kind.TEXT);
    }

    /** The texts of an answer, read row by row: each once, from the first column to the last. */
    public static final class TextDecoder {
        private final int bytesAt;
        private byte[] bytes = {};
        private int read;

        /** @param bytesAt the column that has the bytes, from 1 */
        public TextDecoder(int bytesAt) {
            this.bytesAt = bytesAt;
        }

        public CellReader of(boolean first) {
            return first ? this::firstText : this::text;
        }

        private String firstText(ResultSet rows, int index) throws SQLException {
            bytes = rows.getBytes(bytesAt);
            read = 0;
            return text(rows, index);
        }

        private String text(ResultSet rows, int index) throws SQLException {
            int length = rows.getInt(index);
            if (length == 0 && rows.wasNull()) {
                return null;
            }
            read += length;
            return new String(bytes, read - length, length, StandardCharsets.UTF_8);
        }
    }
}
