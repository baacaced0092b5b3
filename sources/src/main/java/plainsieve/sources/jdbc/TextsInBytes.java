package plainsieve.sources.jdbc;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Column;

/**
 * Has DuckDB hand over the texts of an answer as their bytes, which its driver does in a quarter of the time: each text it
 * makes into one of Java's by calls of its own. Around the statement stands what asks for that; the statement itself, its order and its
 * plan stay as they are.
 */
final class TextsInBytes {
    private static final String TEXT = "VARCHAR";

    private final Connection connection;
    private final Vendor vendor;

    TextsInBytes(Connection connection, Vendor vendor) {
        this.connection = connection;
        this.vendor = vendor;
    }

    private record Described(String name, String type) {
        boolean isText() {
            return type.equals(TEXT);
        }
    }

    /** Prepared as it is written where it has no texts, or is nothing that others can be put around. */
    Prepared prepare(Statement statement, String text) throws SQLException {
        List<Described> columns = described(statement, text);
        Set<Integer> texts = new TreeSet<>();
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).isText()) {
                texts.add(i + 1);
            }
        }
        return texts.isEmpty()
                ? Prepared.asWritten(vendor.prepared(connection, text))
                : new Prepared(vendor.prepared(connection, around(text, columns)), texts);
    }

    /* With its values: the type of a column can be that of a value. What cannot be described says why when it is run. */
    private List<Described> described(Statement statement, String text) {
        List<Described> columns = new ArrayList<>();
        try (PreparedStatement describing = connection.prepareStatement("describe (\n" + text + "\n)");
                ResultSet rows = vendor.run(connection, describing, statement)) {
            while (rows.next()) {
                columns.add(new Described(rows.getString(1), rows.getString(2)));
            }
            return columns;
        } catch (SQLException e) {
            return List.of();
        }
    }

    private static String around(String text, List<Described> columns) {
        String asked = IntStream.range(0, columns.size())
                .mapToObj(i -> asked(i, columns.get(i)))
                .collect(Collectors.joining(", "));
        String names =
                IntStream.range(0, columns.size()).mapToObj(TextsInBytes::name).collect(Collectors.joining(", "));
        return "select %s from (%n%s%n) as answer(%s)".formatted(asked, text, names);
    }

    private static String asked(int index, Described column) {
        String value = column.isText() ? "encode(" + name(index) + ")" : name(index);
        return value + " as \"" + column.name().replace("\"", "\"\"") + '"';
    }

    private static String name(int index) {
        return "c" + index;
    }

    /** The column as it is without the detour. */
    static Column column(Column inBytes) {
        return new Column(inBytes.name(), TEXT, Column.Kind.TEXT);
    }

    static Object read(ResultSet rows, int index) throws SQLException {
        byte[] bytes = rows.getBytes(index);
        return bytes == null ? null : new String(bytes, StandardCharsets.UTF_8);
    }
}
