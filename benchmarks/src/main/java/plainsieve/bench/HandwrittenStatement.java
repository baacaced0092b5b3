package plainsieve.bench;

import java.io.OutputStream;
import java.sql.Array;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.vendor.JdbcValues;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/** A statement written by hand: prepared once, values bound, all rows read or written as JSON. */
final class HandwrittenStatement implements AutoCloseable {
    private static final int ROWS_PER_FETCH = 1000;

    private final JsonMapper json = new JsonMapper();
    private final Connection connection;
    private final PreparedStatement prepared;

    HandwrittenStatement(Connection connection, Statement statement) throws SQLException {
        this.connection = connection;
        this.prepared = connection.prepareStatement(statement.text());
        prepared.setFetchSize(ROWS_PER_FETCH);
        List<BoundValue> values = statement.values();
        for (int i = 0; i < values.size(); i++) {
            bind(i + 1, values.get(i).bound());
        }
    }

    private void bind(int index, PlaceholderBinding placeholderBinding) throws SQLException {
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            prepared.setObject(index, array(array));
        } else {
            JdbcValues.bind(prepared, index, placeholderBinding);
        }
    }

    private Array array(PlaceholderBinding.Array array) throws SQLException {
        String type = array.type() == Type.INTEGER ? "BIGINT" : array.type() == Type.DATE ? "DATE" : "VARCHAR";
        return connection.createArrayOf(
                type, array.values().stream().map(JdbcValues::of).toArray());
    }

    /** Runs the statement and reads every value. Returns the number of rows. */
    long rows() throws SQLException {
        long count = 0;
        try (ResultSet rows = prepared.executeQuery()) {
            int columns = rows.getMetaData().getColumnCount();
            while (rows.next()) {
                for (int i = 1; i <= columns; i++) {
                    rows.getObject(i);
                }
                count++;
            }
        }
        end();
        return count;
    }

    /** Runs the statement and writes each row as JSON. Returns the number of bytes. */
    long rowsAsJson() throws SQLException {
        long count = 0;
        try (ResultSet rows = prepared.executeQuery();
                JsonGenerator out = json.createGenerator(OutputStream.nullOutputStream())) {
            int columns = rows.getMetaData().getColumnCount();
            out.writeStartArray();
            while (rows.next()) {
                out.writeStartArray();
                for (int i = 1; i <= columns; i++) {
                    write(out, rows.getObject(i));
                }
                out.writeEndArray();
                count++;
            }
            out.writeEndArray();
        }
        end();
        return count;
    }

    private static void write(JsonGenerator out, Object value) {
        if (value == null) {
            out.writeNull();
        } else if (value instanceof Integer || value instanceof Long || value instanceof Short) {
            out.writeNumber(((Number) value).longValue());
        } else {
            out.writeString(value.toString());
        }
    }

    private void end() throws SQLException {
        if (!connection.getAutoCommit()) {
            connection.rollback();
        }
    }

    /** The connection stays open. */
    @Override
    public void close() throws SQLException {
        prepared.close();
    }
}
