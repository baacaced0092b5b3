package plainsieve.core.dialect;

import plainsieve.core.value.Type;

/** SQL for step expressions on SQLite, where dates and times are texts. */
final class SqliteExpressionSyntax implements ExpressionSyntax {
    @Override
    public String today() {
        return "date('now', 'localtime')";
    }

    @Override
    public String part(TimeField timeField, String of) {
        return switch (timeField) {
            case YEAR -> "cast(strftime('%Y', " + of + ") as integer)";
            case QUARTER -> "((cast(strftime('%m', " + of + ") as integer) + 2) / 3)";
            case MONTH -> "cast(strftime('%m', " + of + ") as integer)";
            case DAY -> "cast(strftime('%d', " + of + ") as integer)";
            case HOUR -> "cast(strftime('%H', " + of + ") as integer)";
        };
    }

    @Override
    public String moved(String from, TimeShift timeShift, boolean days) {
        String how = days ? "date(" : "datetime(";
        String amount = timeShift.unit().equals("quarter")
                ? "(" + timeShift.amount() + ") * 3"
                : timeShift.unit().equals("week") ? "(" + timeShift.amount() + ") * 7" : timeShift.amount();
        String unit = timeShift.unit().equals("quarter")
                ? "month"
                : timeShift.unit().equals("week") ? "day" : timeShift.unit();
        String span = timeShift.fixed() && amount.equals(timeShift.amount())
                ? "'" + timeShift.sign() + amount + " " + unit + "s'"
                : "'" + timeShift.sign() + "' || " + amount + " || ' " + unit + "s'";
        return how + from + ", " + span + ")";
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        String span =
                switch (unit) {
                    case "week" -> "+7 days";
                    case "quarter" -> "+3 months";
                    default -> "+1 " + unit;
                };
        return "date(" + first + ", '" + span + "', '-1 day')";
    }

    @Override
    public String days(String from, String to) {
        return "cast(julianday(date(" + to + ")) - julianday(date(" + from + ")) as integer)";
    }

    @Override
    public String stretches(int seconds, String from, String to) {
        return "cast((strftime('%s', " + to + ") - strftime('%s', " + from + ")) / " + seconds + " as integer)";
    }

    @Override
    public String firstLetters(String of, String count) {
        return "substr(" + of + ", 1, " + count + ")";
    }

    @Override
    public String lastLetters(String of, String count) {
        return "substr(" + of + ", -" + count + ")";
    }

    @Override
    public String beforeSeparator(String of, String sign) {
        return "case when instr(" + of + ", " + sign + ") > 0 then substr(" + of + ", 1, instr(" + of + ", " + sign
                + ") - 1) else " + of + " end";
    }

    @Override
    public String afterSeparator(String of, String sign) {
        return "case when instr(" + of + ", " + sign + ") > 0 then substr(" + of + ", instr(" + of + ", " + sign
                + ") + length(" + sign + ")) end";
    }

    @Override
    public String isSame(String one, String other) {
        return one + " is " + other;
    }

    @Override
    public String rounded(String of, String digits) {
        return "round(" + of + ", " + digits + ")";
    }

    @Override
    public String asWhole(String of) {
        return "cast(" + of + " as integer)";
    }

    @Override
    public String asDay(String of) {
        return "date(" + of + ")";
    }

    @Override
    public String wholeOfText(String text) {
        return "case when " + looksLikeANumber("trim(" + text + ")") + " then cast(trim(" + text + ") as integer) end";
    }

    @Override
    public String numberOfText(String text) {
        return "case when " + looksLikeANumber("trim(" + text + ")") + " then cast(trim(" + text + ") as numeric) end";
    }

    /* The numeric pattern of the other dialects in GLOB syntax. */
    private static String looksLikeANumber(String text) {
        return text + " glob '*[0-9]' and " + text + " not glob '*[^0-9.-]*' and " + text + " not glob '?*-*' and "
                + text
                + " not glob '*.*.*' and ltrim(" + text + ", '-') glob '[0-9]*' and instr(ltrim(" + text
                + ", '-') || '.', '.') <= 19 and length(" + text + ") - instr(" + text + " || '.', '.') <= 20";
    }

    /** {@code date()} converts invalid dates to other dates. */
    @Override
    public String dayOfText(String text) {
        String day = "substr(trim(" + text + "), 1, 10)";
        return "case when " + day + " glob '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]' and " + day
                + " >= '0001' and substr(trim(" + text + "), 11, 1) in ('', ' ', 'T') and date(" + day + ") = " + day
                + " then " + day + " end";
    }

    @Override
    public String ascending() {
        return " nulls last";
    }

    @Override
    public String numbers(String from, String to) {
        return "with recursive s (n, last) as (select cast(" + from + " as integer), cast(" + to
                + " as integer) union all select n + 1, last from s where n < last) select n from s where n <= last";
    }

    @Override
    public String dayRows(String from, String to) {
        return "with recursive s (n, last) as (select date(" + from + "), date(" + to
                + ") union all select date(n, '+1 day'), last from s where n < last) select n from s where n <= last";
    }

    @Override
    public String nothing(Type type) {
        return "null";
    }
}
