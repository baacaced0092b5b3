package plainsieve.core.dialect;

import plainsieve.core.value.Type;

/** SQL for step expressions on Trino. */
final class TrinoExpressionSyntax implements ExpressionSyntax {
    private static final String MOMENT = "timestamp(6)";

    /** The maximum length of a {@code sequence}. */
    private static final int LONGEST = 10_000;

    @Override
    public String moved(String from, TimeShift timeShift, boolean days) {
        boolean withinDay = timeShift.unit().equals("hour") || timeShift.unit().equals("minute");
        String start = withinDay ? "cast(" + from + " as " + MOMENT + ")" : from;
        String moved = "date_add('" + timeShift.unit() + "', "
                + (timeShift.back() ? "-(" + timeShift.amount() + ")" : timeShift.amount()) + ", " + start + ")";
        return days ? "cast(" + moved + " as date)" : moved;
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        return "date_add('day', -1, date_add('" + unit + "', 1, " + first + "))";
    }

    @Override
    public String days(String from, String to) {
        return "date_diff('day', cast(" + from + " as date), cast(" + to + " as date))";
    }

    @Override
    public String stretches(int seconds, String from, String to) {
        return "(date_diff('second', cast(" + from + " as " + MOMENT + "), cast(" + to + " as " + MOMENT + ")) / "
                + seconds + ")";
    }

    @Override
    public String firstLetters(String of, String count) {
        return "substr(" + of + ", 1, " + count + ")";
    }

    @Override
    public String lastLetters(String of, String count) {
        return "substr(" + of + ", greatest(length(" + of + ") - " + count + ", 0) + 1)";
    }

    /** In a subquery, {@code t.id} of an outer table resolves to a field of the column {@code t}, if there is one (Trino 435). */
    @Override
    public String aliasEnd() {
        return "_";
    }

    /** Trino unifies two decimals to at most 38 digits. */
    @Override
    public String unifiable(String number) {
        return asNumber(number);
    }

    /** A quotient of decimals has no more digits than they have. */
    @Override
    public String withFraction(String of) {
        return "cast(" + of + " as double)";
    }

    @Override
    public String rounded(String of, String digits) {
        return "round(" + of + ", " + digits + ")";
    }

    @Override
    public String asWhole(String of) {
        return "cast(truncate(" + asNumber(of) + ") as bigint)";
    }

    @Override
    public String asNumber(String of) {
        return "cast(" + of + " as decimal(38, 10))";
    }

    @Override
    public String wholeOfText(String text) {
        return "case when " + looksLikeANumber(text) + " then " + asWhole("trim(" + text + ")") + " end";
    }

    @Override
    public String numberOfText(String text) {
        return "case when " + looksLikeANumber(text) + " then " + asNumber("trim(" + text + ")") + " end";
    }

    private static String looksLikeANumber(String text) {
        return "regexp_like(trim(" + text + "), '^" + TextPatterns.NUMBER + "$')";
    }

    @Override
    public String dayOfText(String text) {
        return "case when regexp_like(trim(" + text + "), '^" + TextPatterns.DAY + TextPatterns.REST
                + "') then try_cast(substr(trim(" + text + "), 1, 10) as date) end";
    }

    @Override
    public String nothing(Type type) {
        String name =
                switch (type) {
                    case TEXT, NAME -> "varchar";
                    case INTEGER -> "bigint";
                    case DECIMAL -> "decimal(38, 10)";
                    case DATE -> "date";
                    case DATETIME -> MOMENT;
                    case BOOLEAN -> "boolean";
                };
        return "cast(null as " + name + ")";
    }

    /** A list is built in pieces, and is empty if the end precedes the start. */
    @Override
    public String numbers(String from, String to) {
        String first = "cast(" + from + " as bigint)";
        String last = "cast(" + to + " as bigint)";
        String piece = first + " + piece * " + LONGEST;
        return "select n from unnest(sequence(0, greatest(" + last + " - " + first + ", 0) / " + LONGEST
                + ")) as pieces(piece) cross join unnest(slice(sequence(" + piece + ", greatest(least(" + piece + " + "
                + (LONGEST - 1) + ", " + last + "), " + piece + ")), 1, greatest(" + last + " - (" + piece
                + ") + 1, 0))) as s(n)";
    }

    @Override
    public String dayRows(String from, String to) {
        String first = "cast(" + from + " as date)";
        return "select date_add('day', n, " + first + ") as n from (" + numbers("0", days(from, to)) + ") as days";
    }
}
