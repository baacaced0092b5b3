package plainsieve.core.dialect;

/** SQL for step expressions on DuckDB. */
final class DuckDbExpressionSyntax implements ExpressionSyntax {
    @Override
    public String days(String from, String to) {
        return "date_diff('day', cast(" + from + " as date), cast(" + to + " as date))";
    }

    @Override
    public String stretches(int seconds, String from, String to) {
        return "cast(trunc(date_diff('second', cast(" + from + " as timestamp), cast(" + to + " as timestamp)) / "
                + seconds + ") as bigint)";
    }

    /** DuckDB unifies two decimals to at most 38 digits and rounds excess fraction digits. */
    @Override
    public String unifiable(String number) {
        return asNumber(number);
    }

    @Override
    public String rounded(String of, String digits) {
        return "round(" + of + ", " + digits + ")";
    }

    @Override
    public String asWhole(String of) {
        return "cast(trunc(" + asNumber(of) + ") as bigint)";
    }

    @Override
    public String asNumber(String of) {
        return "cast(" + of + " as decimal(38, 10))";
    }

    @Override
    public String wholeOfText(String text) {
        return "case when regexp_full_match(trim(" + text + "), '" + TextPatterns.NUMBER
                + "') then cast(trunc(try_cast(trim(" + text + ") as decimal(38, 10))) as bigint) end";
    }

    @Override
    public String numberOfText(String text) {
        return "case when regexp_full_match(trim(" + text + "), '" + TextPatterns.NUMBER + "') then try_cast(trim("
                + text + ") as decimal(38, 10)) end";
    }

    @Override
    public String dayOfText(String text) {
        return "case when regexp_matches(trim(" + text + "), '^" + TextPatterns.DAY + TextPatterns.REST
                + "') then try_cast(left(trim(" + text + "), 10) as date) end";
    }

    @Override
    public String ascending() {
        return " nulls last";
    }

    @Override
    public String dayRows(String from, String to) {
        return "select cast(n as date) as n from generate_series(cast(" + from + " as timestamp), cast(" + to
                + " as timestamp), interval 1 day) as s(n)";
    }
}
