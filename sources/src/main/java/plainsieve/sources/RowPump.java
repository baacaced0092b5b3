package plainsieve.sources;

import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;

/** Hands rows from a result set to a receiver, up to the cap, and counts and times them. */
final class RowPump {
    private static final double NANOS_PER_MILLI = 1e6;

    private final ResultSet rows;
    private final RowReceiver receiver;
    private final long start;

    RowPump(ResultSet rows, RowReceiver receiver, long start) {
        this.rows = rows;
        this.receiver = receiver;
        this.start = start;
    }

    Answer pump(long cap) throws SQLException {
        List<Column> columns = columns();
        boolean has = rows.next();
        double databaseMillis = millis();
        receiver.columns(columns);
        long fetched = 0;
        while (has) {
            fetched++;
            if (fetched > cap) {
                break;
            }
            receiver.row(read(columns));
            has = rows.next();
        }
        return new Answer(fetched, Math.min(fetched, cap), databaseMillis, millis());
    }

    private double millis() {
        return (System.nanoTime() - start) / NANOS_PER_MILLI;
    }

    private List<Column> columns() throws SQLException {
        ResultSetMetaData meta = rows.getMetaData();
        List<Column> columns = new ArrayList<>();
        for (int i = 1; i <= meta.getColumnCount(); i++) {
            columns.add(new Column(
                    meta.getColumnLabel(i), meta.getColumnTypeName(i), JdbcValues.kind(meta.getColumnType(i))));
        }
        return columns;
    }

    private Object[] read(List<Column> columns) throws SQLException {
        Object[] values = new Object[columns.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = JdbcValues.read(rows, i + 1, columns.get(i));
        }
        return values;
    }
}
