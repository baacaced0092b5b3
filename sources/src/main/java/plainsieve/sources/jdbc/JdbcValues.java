package plainsieve.sources.jdbc;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Types;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import plainsieve.core.statement.Bound;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Typed values to JDBC and back. */
public final class JdbcValues {
    private JdbcValues() {}

    static Object of(Value value) {
        if (value instanceof Value.Text text) {
            return text.text();
        }
        if (value instanceof Value.Whole whole) {
            return whole.number();
        }
        if (value instanceof Value.Decimal decimal) {
            return decimal.number();
        }
        if (value instanceof Value.Day day) {
            return day.date();
        }
        if (value instanceof Value.Moment moment) {
            LocalDateTime shown = moment.dateTime();
            return moment.offset().<Object>map(shown::atOffset).orElse(shown);
        }
        return value instanceof Value.Truth truth ? truth.truth() : value.written();
    }

    /** Whether some of the moments have an offset: then all are points in time, those without one in the session's zone. */
    static boolean hasOffsets(Bound.Array array) {
        return array.values().stream()
                .anyMatch(value ->
                        value instanceof Value.Moment moment && moment.offset().isPresent());
    }

    static void bind(PreparedStatement statement, int index, Bound bound) throws SQLException {
        if (bound instanceof Bound.Single single) {
            statement.setObject(index, of(single.value()));
        } else if (bound instanceof Bound.Nothing nothing) {
            statement.setNull(index, sqlType(nothing.type()));
        } else if (bound instanceof Bound.JsonArray json) {
            statement.setString(index, json.text());
        } else if (bound instanceof Bound.RowCount count) {
            statement.setLong(index, count.rows());
        } else {
            throw new IllegalArgumentException("An array is bound by the vendor: " + bound);
        }
    }

    static int sqlType(Type type) {
        return switch (type) {
            case TEXT, NAME -> Types.VARCHAR;
            case INTEGER -> Types.BIGINT;
            case DECIMAL -> Types.NUMERIC;
            case DATE -> Types.DATE;
            case DATETIME -> Types.TIMESTAMP;
            case BOOLEAN -> Types.BOOLEAN;
        };
    }

    /** What a column is good for, from its JDBC type. */
    static Column.Kind kind(int sqlType) {
        return switch (sqlType) {
            case Types.CHAR, Types.VARCHAR, Types.LONGVARCHAR, Types.NCHAR, Types.NVARCHAR, Types.CLOB ->
                Column.Kind.TEXT;
            case Types.TINYINT, Types.SMALLINT, Types.INTEGER, Types.BIGINT -> Column.Kind.INTEGER;
            case Types.NUMERIC, Types.DECIMAL, Types.REAL, Types.FLOAT, Types.DOUBLE -> Column.Kind.DECIMAL;
            case Types.DATE -> Column.Kind.DATE;
            case Types.TIMESTAMP, Types.TIMESTAMP_WITH_TIMEZONE -> Column.Kind.DATETIME;
            case Types.BIT, Types.BOOLEAN -> Column.Kind.BOOLEAN;
            default -> Column.Kind.OTHER;
        };
    }

    static List<Column> columns(ResultSetMetaData meta) throws SQLException {
        List<Column> columns = new ArrayList<>();
        for (int i = 1; i <= meta.getColumnCount(); i++) {
            columns.add(new Column(meta.getColumnLabel(i), meta.getColumnTypeName(i), kind(meta.getColumnType(i))));
        }
        return columns;
    }

    /** The value at a column as it is shown and sent: see {@link RowReceiver#row}. */
    static Object read(ResultSet rows, int index, Column column) throws SQLException {
        return switch (column.kind()) {
            case DATE -> day(rows, index);
            case DATETIME -> moment(rows, index, column);
            default -> plain(rows.getObject(index));
        };
    }

    private static Object plain(Object value) throws SQLException {
        if (value == null || value instanceof Boolean || value instanceof String) {
            return value;
        }
        if (value instanceof Long || value instanceof Integer || value instanceof Short || value instanceof Byte) {
            return ((Number) value).longValue();
        }
        if (value instanceof BigInteger big) {
            return new BigDecimal(big);
        }
        if (value instanceof BigDecimal || value instanceof Double) {
            return value;
        }
        if (value instanceof Float number) {
            return Double.valueOf(Float.toString(number));
        }
        return value instanceof java.sql.Array array ? array.toString() : String.valueOf(value);
    }

    private static Object day(ResultSet rows, int index) throws SQLException {
        return written(rows.getObject(index, LocalDate.class));
    }

    /* Through java.sql.Timestamp the same would cost three times as much, and pass through this machine's time zone. */
    private static Object moment(ResultSet rows, int index, Column column) throws SQLException {
        return isZoned(column)
                ? written(rows.getObject(index, OffsetDateTime.class))
                : written(rows.getObject(index, LocalDateTime.class));
    }

    private static boolean isZoned(Column column) {
        String type = column.type().toLowerCase(Locale.ROOT);
        return type.equals("timestamptz") || type.contains("with time zone");
    }

    private static Object written(Object value) {
        return value == null ? null : value.toString();
    }
}
