package plainsieve.core.dialect;

import java.util.List;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.Type;

/**
 * SQL for step expressions. Every method takes and returns SQL; a result is atomic or in parentheses. Defaults follow the SQL
 * standard and PostgreSQL.
 */
public interface ExpressionSyntax {
    /** Parts of days and times that are numbers. */
    enum TimeField implements Keyword {
        YEAR("year"),
        QUARTER("quarter"),
        MONTH("month"),
        DAY("day"),
        HOUR("hour");

        private final String word;

        TimeField(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * A move in time.
     *
     * @param amount SQL of a whole number
     * @param unit minute, hour, day, week, month, quarter or year
     * @param fixed whether the amount is a number that is in the text
     */
    record TimeShift(String amount, String unit, boolean back, boolean fixed) {
        public String sign() {
            return back ? "-" : "+";
        }
    }

    /** This day, by the clock of the database. */
    default String today() {
        return "current_date";
    }

    /** Converts a number so that its set operation with another one loses no digits. */
    default String unifiable(String number) {
        return number;
    }

    /** Concatenation of text. */
    default String joined(List<String> texts) {
        return "(" + String.join(" || ", texts) + ")";
    }

    default String part(TimeField timeField, String of) {
        return "cast(extract(" + timeField.word() + " from " + of + ") as integer)";
    }

    /** @param days whether a date is moved and the result is a date */
    default String moved(String from, TimeShift timeShift, boolean days) {
        String span = timeShift.fixed()
                ? "interval '" + timeShift.amount() + " " + timeShift.unit() + "'"
                : "(" + timeShift.amount() + " * interval '1 " + timeShift.unit() + "')";
        String moved = from + " " + timeShift.sign() + " " + span;
        return days ? "cast(" + moved + " as date)" : "(" + moved + ")";
    }

    /**
     * The last day of a stretch of time.
     *
     * @param of a day or moment in it
     * @param first its first day
     * @param unit week, month, quarter or year
     */
    default String lastDay(String of, String first, String unit) {
        return "cast(" + first + " + interval '1 " + unit + "' - interval '1 day' as date)";
    }

    /** The number of days between two dates. */
    default String days(String from, String to) {
        return "(cast(" + to + " as date) - cast(" + from + " as date))";
    }

    /** The number of whole intervals of that many seconds between two timestamps. */
    default String stretches(int seconds, String from, String to) {
        return "cast(trunc(extract(epoch from (cast(" + to + " as timestamp) - cast(" + from + " as timestamp))) / "
                + seconds + ") as integer)";
    }

    /** The first so many letters. */
    default String firstLetters(String of, String count) {
        return "left(" + of + ", " + count + ")";
    }

    default String lastLetters(String of, String count) {
        return "right(" + of + ", " + count + ")";
    }

    /** The text before a separator, or all of it. @param sign as an SQL text */
    default String beforeSeparator(String of, String sign) {
        return "split_part(" + of + ", " + sign + ", 1)";
    }

    /** The text after the first occurrence of a character; null without one. */
    default String afterSeparator(String of, String sign) {
        return "case when position(" + sign + " in " + of + ") > 0 then substring(" + of + " from position(" + sign
                + " in " + of + ") + length(" + sign + ")) end";
    }

    /** The suffix of table aliases that distinguishes them from columns. */
    default String aliasEnd() {
        return "";
    }

    /** Whether two values are equal or both null. */
    default String isSame(String one, String other) {
        return one + " is not distinct from " + other;
    }

    default String length(String of) {
        return "length(" + of + ")";
    }

    /** A number converted so that its quotient has fraction digits. */
    default String withFraction(String of) {
        return of + " * 1.0";
    }

    default String rounded(String of, String digits) {
        return "round(cast(" + of + " as numeric), " + digits + ")";
    }

    default String asWhole(String of) {
        return "cast(trunc(cast(" + of + " as numeric)) as bigint)";
    }

    default String asNumber(String of) {
        return "cast(" + of + " as numeric)";
    }

    default String asDay(String of) {
        return "cast(" + of + " as date)";
    }

    /** A text as a whole number, cut at its point, with blanks around; nothing where it is none. */
    default String wholeOfText(String text) {
        return "case when trim(" + text + ") ~ '^" + TextPatterns.NUMBER + "$' then " + asWhole("trim(" + text + ")")
                + " end";
    }

    /** A text as a number, with blanks around; nothing where it is none. */
    default String numberOfText(String text) {
        return "case when trim(" + text + ") ~ '^" + TextPatterns.NUMBER + "$' then " + asNumber("trim(" + text + ")")
                + " end";
    }

    /** A text that begins with a date, converted to that date; null if there is no such day. */
    default String dayOfText(String text) {
        return "case when trim(" + text + ") ~ '^(" + TextPatterns.REAL_DAY + ")" + TextPatterns.REST
                + "' then cast(left(trim(" + text + "), 10) as date) end";
    }

    /** A pattern in which this text is somewhere, in front or at the end. */
    default String wrapDerived(String before, String text, String after) {
        StringBuilder pattern = new StringBuilder();
        pattern.append(before.isEmpty() ? "" : "'" + before + "' || ").append(text);
        return pattern.append(after.isEmpty() ? "" : " || '" + after + "'").toString();
    }

    /** A prefix of a sort expression that sorts nulls last; empty if the database does so itself. */
    default Optional<String> emptyLast(String expression) {
        return Optional.empty();
    }

    /** The suffix of an ascending sort expression that sorts nulls last. */
    default String ascending() {
        return "";
    }

    /** No value, of a type. */
    default String nothing(Type type) {
        String name =
                switch (type) {
                    case TEXT, NAME -> "text";
                    case INTEGER -> "bigint";
                    case DECIMAL -> "numeric";
                    case DATE -> "date";
                    case DATETIME -> "timestamp";
                    case BOOLEAN -> "boolean";
                };
        return "cast(null as " + name + ")";
    }

    /**
     * A query that returns the integers of a range, both ends included, in the column {@code n}. Its bounds are not
     * conditions: a blank bound must not make it endless.
     */
    default String numbers(String from, String to) {
        return "select n from generate_series(" + from + ", " + to + ") as s(n)";
    }

    /** A query that returns the days of a range, both ends included, in the column {@code n}. */
    default String dayRows(String from, String to) {
        return "select cast(n as date) as n from generate_series(cast(" + from + " as timestamp), cast(" + to
                + " as timestamp), interval '1 day') as s(n)";
    }
}
