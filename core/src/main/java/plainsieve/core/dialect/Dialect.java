package plainsieve.core.dialect;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** The SQL dialect of one database, as far as rewriting needs it. Data and few overrides; one small class each. */
public interface Dialect {
    /** How a list too long to be spread is bound. */
    enum ListForm {
        /** As one array: {@code x = any(?)}. */
        ARRAY,
        /** As one JSON array: {@code x in (select … from json_each(?))}. */
        JSON,
        /** Value by value all the same, because this database has no form that is safe and as fast. */
        SPREAD
    }

    /** The word for this dialect on the wire, on the command line and in files: {@code postgresql}, {@code duckdb}. */
    String name();

    Syntax syntax();

    /** Whether the database is an engine inside this process, where a statement could end the process. */
    default boolean isEmbedded() {
        return false;
    }

    /** What the functions that come with the database do to rows. */
    FunctionEffects functions();

    /** How it writes what steps compute. */
    ExpressionSyntax forms();

    /** Quotes an identifier with any characters. */
    default String quoteName(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    /** A name written without quotes, as the database keeps it. */
    default String folded(String unquotedName) {
        return unquotedName;
    }

    /** Whether columns may differ in the case of their names only. */
    default boolean keepsCase() {
        return false;
    }

    /** What represents "true" where a condition must not be empty, as after ON. */
    default String trueLiteral() {
        return "true";
    }

    /** Lists longer than this are bound as one value, so that the text does not grow with the choice. */
    default int longestSpreadList(Type type) {
        return 64;
    }

    /** The form of long lists of this type. */
    default ListForm longList(Type type) {
        return ListForm.SPREAD;
    }

    /** A query whose single column is every item of the list bound as {@code ?}; only for {@link ListForm#JSON}. */
    default String jsonList(Type type) {
        throw new IllegalStateException(name() + " binds no list as JSON");
    }

    /** Whether a long list bound as one value may be in the ON of an outer join; it counts as a subquery there. */
    default boolean takesLongListInOn() {
        return true;
    }

    /** The most values that one statement can carry, value by value. */
    default int mostPlaceholders() {
        return 32_000;
    }

    /** Whether LIKE takes a backslash for its escape character without being told. */
    boolean likeEscapesByItself();

    /** Whether OFFSET may only follow LIMIT. */
    default boolean offsetNeedsLimit() {
        return false;
    }

    /** Whether LIMIT follows OFFSET, and never before it. */
    default boolean limitsBehindOffset() {
        return false;
    }

    /** Whether HAVING refers to selected columns by their names, and to others not at all. */
    default boolean havingKnowsNames() {
        return false;
    }

    /** Whether an expression with a parameter is the same in SELECT and in GROUP BY; else each place is its own value. */
    default boolean takesRepeatedParameters() {
        return true;
    }

    /** Whether the optimizer drops a NOT of a NOT in a condition, which changes numbers other than 0 and 1. */
    default boolean dropsDoubleNegation() {
        return false;
    }

    /** Whether a total without a value is null in HAVING as it is outside. */
    default boolean havingTellsMissingValues() {
        return true;
    }

    /** Whether a grouped query may select only what follows from its keys, not a value of any row. */
    default boolean groupsStrictly() {
        return true;
    }

    /** Whether any comparison depends on the column from which a value comes: whether it is turned into a number. */
    default boolean comparesByColumn() {
        return false;
    }

    /** Whether columns of texts commonly have their own collations, by which they compare. */
    default boolean comparesTextByColumn() {
        return comparesByColumn();
    }

    /**
     * A number as a column of a type keeps it, as SQL, so that one that is shown is found there; the number itself, unless the
     * database compares it by more digits than the column has.
     *
     * @param type the column's type as the database calls it
     */
    default String asKept(String number, String type) {
        return number;
    }

    /** Whether {@code values (1), (2) limit 1} is allowed. */
    default boolean takesLimitBehindValues() {
        return true;
    }

    /** How the plan of a statement is asked for. */
    ExplainSyntax explain();

    /** A value as it is in SQL text, for people who run a statement by hand; statements of this program bind it. */
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

    /** A list bound as one array, as SQL text. */
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

    /** A number of zero or more without what follows its point, as a whole number. */
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

    /** The lower end of the band in which a number lies, as SQL. @param width of each band, more than 0 */
    default String band(BigDecimal width, String expression) {
        String each = width.scale() > 0 ? width.toPlainString() : width.toPlainString() + ".0";
        return "floor(" + expression + " / " + each + ") * " + width.toPlainString();
    }

    /** The average of all values, as SQL, with what follows its point. */
    default String average(String expression) {
        return "avg(" + expression + ")";
    }

    /** The middle of all values, as SQL; nothing where the database has no such aggregate. */
    default Optional<String> median(String expression) {
        return Optional.empty();
    }

    /** What follows an expression that is sorted downwards, with what has no value last. */
    default String descending() {
        return " desc nulls last";
    }

    /** Whether what has no value comes last on its own in a sort of this direction; here it is less than everything. */
    default boolean putsEmptyLast(boolean largestFirst) {
        return largestFirst;
    }
}
