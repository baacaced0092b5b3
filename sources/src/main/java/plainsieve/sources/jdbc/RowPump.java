package plainsieve.sources.jdbc;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DateTimeException;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunSummary;
import plainsieve.sources.jdbc.vendor.CellReader;

/** Hands rows from a result set to a receiver, up to the cap, and counts and times them. */
public final class RowPump {
    private static final String NO_DAY = "no day of the calendar";
    private static final double NANOS_PER_MILLI = 1e6;

    private final ResultSet rows;
    private final AnswerColumns answer;
    private final RowReceiver receiver;
    private final Cancellation cancellation;
    private final long start;

    RowPump(ResultSet rows, AnswerColumns answer, RowReceiver receiver, Cancellation cancellation, long start) {
        this.rows = rows;
        this.answer = answer;
        this.receiver = receiver;
        this.cancellation = cancellation;
        this.start = start;
    }

    RunSummary pump(long cap) throws SQLException {
        boolean has = rows.next();
        double databaseMillis = millis();
        receiver.columns(answer.columns());
        CellReader[] readers = answer.readers().toArray(CellReader[]::new);
        long fetched = 0;
        while (has) {
            fetched++;
            if (fetched > cap) {
                break;
            }
            refuseWhenStopped();
            receiver.row(read(readers));
            has = rows.next();
        }
        return new RunSummary(fetched, Math.min(fetched, cap), databaseMillis, millis());
    }

    /* A database that waits for the next rows to be fetched runs nothing that could be cancelled. */
    private void refuseWhenStopped() throws SQLException {
        if (cancellation.reason().isPresent()) {
            throw new SQLException("stopped between rows");
        }
    }

    private double millis() {
        return (System.nanoTime() - start) / NANOS_PER_MILLI;
    }

    private Object[] read(CellReader[] readers) throws SQLException {
        Object[] values = new Object[readers.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = read(i + 1, readers[i]);
        }
        return values;
    }

    /* Databases store invalid dates, such as 2026-00-00, which drivers do not report verbatim. */
    private Object read(int index, CellReader reader) throws SQLException {
        try {
            return reader.read(rows, index);
        } catch (DateTimeException e) {
            return NO_DAY;
        }
    }
}
