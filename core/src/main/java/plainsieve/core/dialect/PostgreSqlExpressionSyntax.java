package plainsieve.core.dialect;

/** What steps reckon, as PostgreSQL writes it: it knows no quarters of intervals. */
final class PostgreSqlExpressionSyntax implements ExpressionSyntax {
    @Override
    public String moved(String from, TimeShift move, boolean days) {
        if (!move.unit().equals("quarter")) {
            return ExpressionSyntax.super.moved(from, move, days);
        }
        String months = move.fixed() ? Integer.toString(Integer.parseInt(move.amount()) * 3) : move.amount() + " * 3";
        return ExpressionSyntax.super.moved(from, new TimeShift(months, "month", move.back(), move.fixed()), days);
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        String span = unit.equals("quarter") ? "3 months" : "1 " + unit;
        return "cast(date_trunc('" + unit + "', " + of + ") + interval '" + span + "' - interval '1 day' as date)";
    }
}
