package plainsieve.core.dialect;

import java.util.List;
import java.util.Optional;
import plainsieve.core.value.Type;

/** SQL for step expressions on MariaDB. */
final class MariaDbExpressionSyntax implements ExpressionSyntax {
    @Override
    public String joined(List<String> texts) {
        return "concat(" + String.join(", ", texts) + ")";
    }

    @Override
    public String part(TimeField timeField, String of) {
        return timeField == TimeField.DAY ? "dayofmonth(" + of + ")" : timeField.word() + "(" + of + ")";
    }

    @Override
    public String moved(String from, TimeShift timeShift, boolean days) {
        return "(" + from + " " + timeShift.sign() + " interval " + timeShift.amount() + " " + timeShift.unit() + ")";
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        return unit.equals("month")
                ? "last_day(" + of + ")"
                : "(" + first + " + interval 1 " + unit + " - interval 1 day)";
    }

    @Override
    public String days(String from, String to) {
        return "datediff(" + to + ", " + from + ")";
    }

    @Override
    public String stretches(int seconds, String from, String to) {
        return "truncate(timestampdiff(second, " + from + ", " + to + ") / " + seconds + ", 0)";
    }

    @Override
    public String beforeSeparator(String of, String sign) {
        return "substring_index(" + of + ", " + sign + ", 1)";
    }

    @Override
    public String afterSeparator(String of, String sign) {
        return "case when locate(" + sign + ", " + of + ") > 0 then substring(" + of + ", locate(" + sign + ", " + of
                + ") + char_length(" + sign + ")) end";
    }

    @Override
    public String isSame(String one, String other) {
        return one + " <=> " + other;
    }

    @Override
    public String length(String of) {
        return "char_length(" + of + ")";
    }

    /** Division of decimals adds four digits; division of floating-point numbers returns all digits. */
    @Override
    public String withFraction(String of) {
        return of + " * 1e0";
    }

    @Override
    public String rounded(String of, String digits) {
        return "round(" + of + ", " + digits + ")";
    }

    @Override
    public String asWhole(String of) {
        return "cast(truncate(" + of + ", 0) as signed)";
    }

    @Override
    public String asNumber(String of) {
        return "cast(" + of + " as decimal(38, 10))";
    }

    @Override
    public String wholeOfText(String text) {
        return "case when trim(" + text + ") regexp '^" + TextPatterns.NUMBER + "$' then cast(truncate("
                + asNumber("trim(" + text + ")") + ", 0) as signed) end";
    }

    @Override
    public String numberOfText(String text) {
        return "case when trim(" + text + ") regexp '^" + TextPatterns.NUMBER + "$' then "
                + asNumber("trim(" + text + ")") + " end";
    }

    @Override
    public String dayOfText(String text) {
        return "case when trim(" + text + ") regexp '^" + "(" + TextPatterns.REAL_DAY + ")" + TextPatterns.REST
                + "' then cast(left(trim(" + text + "), 10) as date) end";
    }

    @Override
    public String wrapDerived(String before, String text, String after) {
        return "concat(" + (before.isEmpty() ? "" : "'" + before + "', ") + text
                + (after.isEmpty() ? "" : ", '" + after + "'") + ")";
    }

    /** Nulls are less than all values. */
    @Override
    public Optional<String> emptyLast(String expression) {
        return Optional.of(expression + " is null");
    }

    @Override
    public String numbers(String from, String to) {
        return "with recursive s (n, last) as (select cast(" + from + " as signed), cast(" + to
                + " as signed) union all select n + 1, last from s where n < last) select n from s where n <= last";
    }

    @Override
    public String dayRows(String from, String to) {
        return "with recursive s (n, last) as (select cast(" + from + " as date), cast(" + to
                + " as date) union all select n + interval 1 day, last from s where n < last) select n from s where n <= last";
    }

    @Override
    public String nothing(Type type) {
        return "null";
    }
}
