package plainsieve.sources.jdbc;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import plainsieve.sources.Column;
import plainsieve.sources.jdbc.vendor.CellReader;
import plainsieve.sources.jdbc.vendor.EncodedTexts;
import plainsieve.sources.jdbc.vendor.Vendor;

/** The columns of an answer, and how the values of each are read. */
record AnswerColumns(List<Column> columns, List<CellReader> readers) {
    AnswerColumns {
        columns = List.copyOf(columns);
        readers = List.copyOf(readers);
    }

    static AnswerColumns of(ResultSet rows, Vendor vendor) throws SQLException {
        List<Column> columns = vendor.columns(rows);
        return new AnswerColumns(columns, columns.stream().map(vendor::reader).toList());
    }

    /** @param texts numbers, from 1, of text columns encoded in the last column, see {@link EncodedTexts} */
    static AnswerColumns of(ResultSet rows, Vendor vendor, Set<Integer> texts) throws SQLException {
        if (texts.isEmpty()) {
            return of(rows, vendor);
        }
        List<Column> asked = vendor.columns(rows);
        EncodedTexts.TextDecoder reading = new EncodedTexts.TextDecoder(asked.size());
        int first = Collections.min(texts);
        List<Column> columns = new ArrayList<>();
        List<CellReader> readers = new ArrayList<>();
        for (Column column : asked.subList(0, asked.size() - 1)) {
            int index = columns.size() + 1;
            boolean text = texts.contains(index);
            columns.add(text ? EncodedTexts.column(column) : column);
            readers.add(text ? reading.of(index == first) : vendor.reader(column));
        }
        return new AnswerColumns(columns, readers);
    }
}
