package plainsieve.core.dialect;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** The SQL dialect of one database, as needed for rewriting. Data and few overrides; one small class each. */
public interface Dialect {
    /** How a list too long to be spread is bound. */
    enum ListForm {
        /** One array: {@code x = any(?)}. */
        ARRAY,
        /** One JSON array: {@code x in (select … from json_each(?))}. */
        JSON,
        /** Value by value all the same, because this database has no form that is safe and as fast. */
        SPREAD
    }

    /** The keyword of this dialect in the API, on the command line and in files: {@code postgresql}, {@code duckdb}. */
    String name();

    Syntax syntax();

    /** What the database accepts, and how it evaluates it. */
    Set<SqlFeature> features();

    default boolean has(SqlFeature feature) {
        return features().contains(feature);
    }

    /** The effects of built-in functions on rows. */
    FunctionEffects functions();

    /** The syntax of step expressions. */
    ExpressionSyntax forms();

    /** Quotes an identifier with any characters. */
    default String quoteName(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    /** An unquoted name as the database stores it. */
    default String folded(String unquotedName) {
        return unquotedName;
    }

    /** The literal for "true" where a condition must not be empty, as after ON. */
    default String trueLiteral() {
        return "true";
    }

    /** Longer lists are bound as one value, so that the text does not grow with the number of values. */
    default int longestSpreadList(Type type) {
        return 64;
    }

    /** The form of long lists of this type. */
    default ListForm longList(Type type) {
        return ListForm.SPREAD;
    }

    /** A query whose single column contains every item of the list bound as {@code ?}; only for {@link ListForm#JSON}. */
    default String jsonList(Type type) {
        throw new IllegalStateException(name() + " binds no list as JSON");
    }

    /** The maximum number of placeholders in one statement. */
    default int mostPlaceholders() {
        return 32_000;
    }

    /**
     * A number converted to the precision of a column type, as SQL, so that a displayed value matches; the number itself unless the
     * database compares with higher precision than the column has.
     *
     * @param type the column's type as the database names it
     */
    default String asKept(String number, String type) {
        return number;
    }

    /** The syntax of EXPLAIN. */
    ExplainSyntax explain();

    /** A value as an SQL literal, for statements to be run manually; this program binds values. */
    default String literal(Value value) {
        return switch (value.type()) {
            case INTEGER, DECIMAL -> value.written();
            case BOOLEAN -> value.written();
            case DATE -> "date '" + value.written() + "'";
            case DATETIME -> moment((Value.Moment) value);
            case NAME -> quoteName(value.written());
            case TEXT -> textLiteral(value.written());
        };
    }

    private static String moment(Value.Moment moment) {
        return (moment.offset().isPresent() ? "timestamp with time zone '" : "timestamp '") + moment.inSql() + "'";
    }

    /** A text between quotes. */
    default String textLiteral(String text) {
        return "'" + text.replace("'", "''") + "'";
    }

    /** An array literal for a list bound as one array. */
    default String arrayLiteral(Type type, List<String> literals) {
        throw new IllegalStateException(name() + " binds no arrays");
    }

    /** So many of a unit of time, such as {@code month}, to be added to a date. */
    default String interval(String amount, String unit) {
        return "(" + amount + " * interval '1 " + unit + "')";
    }

    /** The day after a day, both as SQL. */
    default String dayAfter(String day) {
        return day + " + interval '1 day'";
    }

    /** A value of any type as text. */
    default String asText(String expression) {
        return "cast(" + expression + " as varchar)";
    }

    /** The integer part of a nonnegative number. */
    default String wholePart(String expression) {
        return "cast(floor(" + expression + ") as integer)";
    }

    /** A part of a day or time, as SQL: the first day of a stretch, the number of a weekday or an hour. */
    default String part(DatePart part, String expression) {
        return switch (part) {
            case WEEKDAY -> "cast(extract(isodow from " + expression + ") as integer)";
            case HOUR -> "cast(extract(hour from " + expression + ") as integer)";
            case DAY, WEEK, MONTH, QUARTER, YEAR ->
                "cast(date_trunc('" + part.word() + "', " + expression + ") as date)";
        };
    }

    /** The lower bound of a number's band, as SQL. @param width of each band, more than 0 */
    default String band(BigDecimal width, String expression) {
        String each = width.scale() > 0 ? width.toPlainString() : width.toPlainString() + ".0";
        return "floor(" + expression + " / " + each + ") * " + width.toPlainString();
    }

    /** The average, as SQL, with fraction digits. */
    default String average(String expression) {
        return "avg(" + expression + ")";
    }

    /** The middle of all values, as SQL; nothing where the database has no such aggregate. */
    default Optional<String> median(String expression) {
        return Optional.empty();
    }

    /** The suffix of a descending sort expression that sorts nulls last. */
    default String descending() {
        return " desc nulls last";
    }

    /** Whether nulls sort last by default in this direction; otherwise they are less than all values. */
    default boolean putsEmptyLast(boolean largestFirst) {
        return largestFirst;
    }
}
