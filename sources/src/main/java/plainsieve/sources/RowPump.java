package plainsieve.sources;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;

/** Hands rows from a result set to a receiver, up to the cap, and counts and times them. */
final class RowPump {
    private static final double NANOS_PER_MILLI = 1e6;

    private final ResultSet rows;
    private final Vendor vendor;
    private final RowReceiver receiver;
    private final long start;

    RowPump(ResultSet rows, Vendor vendor, RowReceiver receiver, long start) {
        this.rows = rows;
        this.vendor = vendor;
        this.receiver = receiver;
        this.start = start;
    }

    Answer pump(long cap) throws SQLException {
        List<Column> columns = vendor.columns(rows);
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

    private Object[] read(List<Column> columns) throws SQLException {
        Object[] values = new Object[columns.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = vendor.read(rows, i + 1, columns.get(i));
        }
        return values;
    }
}
