package plainsieve.sources.jdbc.vendor;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.sql.Array;
import java.sql.Blob;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.StringJoiner;
import plainsieve.sources.Binary;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Converts result values, see {@link RowReceiver#row}. */
final class ColumnReading {
    /* Driver values of infinite dates. Comparing is cheaper than hashing. */
    private static final List<Object> ENDLESS = List.of(LocalDate.MAX, LocalDateTime.MAX, OffsetDateTime.MAX);

    private static final List<Object> BEGINLESS = List.of(LocalDate.MIN, LocalDateTime.MIN, OffsetDateTime.MIN);

    static final String INFINITY = "infinity";

    private ColumnReading() {}

    static CellReader of(Column column) {
        return switch (column.kind()) {
            case DATE -> (rows, index) -> written(rows.getObject(index, LocalDate.class));
            case DATETIME -> moment(column);
            default -> (rows, index) -> plain(rows.getObject(index));
        };
    }

    /* Through java.sql.Timestamp the same would cost three times as much, and pass through this machine's time zone. */
    private static CellReader moment(Column column) {
        return isZoned(column)
                ? (rows, index) -> written(rows.getObject(index, OffsetDateTime.class))
                : (rows, index) -> written(rows.getObject(index, LocalDateTime.class));
    }

    private static boolean isZoned(Column column) {
        String type = column.type().toLowerCase(Locale.ROOT);
        return type.equals("timestamptz") || type.contains("with time zone");
    }

    private static Object written(Object value) {
        if (value == null) {
            return null;
        }
        if (ENDLESS.contains(value)) {
            return INFINITY;
        }
        return BEGINLESS.contains(value) ? "-" + INFINITY : value.toString();
    }

    private static Object plain(Object value) throws SQLException {
        if (value == null || value instanceof Boolean || value instanceof String) {
            return value;
        }
        if (value instanceof byte[] bytes) {
            return Binary.of(bytes);
        }
        if (value instanceof Blob blob) {
            return bytes(blob);
        }
        return value instanceof Number number ? number(number) : inOneText(value);
    }

    static Binary bytes(Blob blob) throws SQLException {
        return Binary.of(blob.getBytes(1, Math.toIntExact(blob.length())));
    }

    private static Object number(Number number) {
        if (number instanceof Long || number instanceof Integer || number instanceof Short || number instanceof Byte) {
            return number.longValue();
        }
        if (number instanceof BigInteger big) {
            return new BigDecimal(big);
        }
        if (number instanceof Float real) {
            return finite(Double.parseDouble(Float.toString(real)));
        }
        return number instanceof Double real ? finite(real) : number;
    }

    /** NaN and infinity are text in all formats. */
    private static Object finite(Double real) {
        return Double.isFinite(real) ? real : real.toString();
    }

    /** Lists and nested values in a format of our own. */
    private static String inOneText(Object value) throws SQLException {
        if (!(value instanceof Array array)) {
            return String.valueOf(value);
        }
        StringJoiner all = new StringJoiner(", ", "[", "]");
        for (Object element : (Object[]) array.getArray()) {
            all.add(String.valueOf(plain(element)));
        }
        return all.toString();
    }
}
