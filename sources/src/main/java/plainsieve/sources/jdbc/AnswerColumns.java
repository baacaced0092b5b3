package plainsieve.sources.jdbc;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import plainsieve.sources.Column;

/** The columns of an answer, and how the values of each are read. */
record AnswerColumns(List<Column> columns, List<CellReader> readers) {
    AnswerColumns {
        columns = List.copyOf(columns);
        readers = List.copyOf(readers);
    }

    /** @param inBytes which of them, from 1, come as the bytes of their texts */
    static AnswerColumns of(ResultSet rows, Vendor vendor, Set<Integer> inBytes) throws SQLException {
        List<Column> columns = new ArrayList<>();
        List<CellReader> readers = new ArrayList<>();
        for (Column column : vendor.columns(rows)) {
            boolean bytes = inBytes.contains(columns.size() + 1);
            columns.add(bytes ? TextsInBytes.column(column) : column);
            readers.add(bytes ? TextsInBytes::read : vendor.reader(column));
        }
        return new AnswerColumns(columns, readers);
    }
}
