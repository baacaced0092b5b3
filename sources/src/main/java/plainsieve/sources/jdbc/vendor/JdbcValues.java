package plainsieve.sources.jdbc.vendor;

import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Types;
import java.time.LocalDateTime;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.Column;

/** Converts values to JDBC, and JDBC types to kinds of columns. */
public final class JdbcValues {
    private JdbcValues() {}

    public static Object of(Value value) {
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

    /** Whether some timestamps have an offset: then all are instants, those without one in the session's zone. */
    static boolean hasOffsets(PlaceholderBinding.Array array) {
        return array.values().stream()
                .anyMatch(value ->
                        value instanceof Value.Moment moment && moment.offset().isPresent());
    }

    public static void bind(PreparedStatement statement, int index, PlaceholderBinding placeholderBinding)
            throws SQLException {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            statement.setObject(index, of(single.value()));
        } else if (placeholderBinding instanceof PlaceholderBinding.TypedNull nothing) {
            statement.setNull(index, sqlType(nothing.type()));
        } else if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
            statement.setString(index, json.text());
        } else if (placeholderBinding instanceof PlaceholderBinding.RowCount count) {
            statement.setLong(index, count.rows());
        } else {
            throw new IllegalArgumentException("An array is bound by the vendor: " + placeholderBinding);
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

    /** The kind of a column, from its JDBC type. */
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
}
