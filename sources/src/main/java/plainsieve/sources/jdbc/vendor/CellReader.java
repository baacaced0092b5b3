package plainsieve.sources.jdbc.vendor;

import java.sql.ResultSet;
import java.sql.SQLException;
import plainsieve.sources.RowReceiver;

/** Reads the values of one column; chosen once per result. */
@FunctionalInterface
public interface CellReader {
    /** The value of the current row, as {@link RowReceiver#row} wants it. */
    Object read(ResultSet rows, int index) throws SQLException;
}
