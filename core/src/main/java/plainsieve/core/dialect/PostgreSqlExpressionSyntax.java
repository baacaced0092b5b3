package plainsieve.core.dialect;

/** SQL for step expressions on PostgreSQL, which has no quarters in intervals. */
final class PostgreSqlExpressionSyntax implements ExpressionSyntax {
    @Override
    public String moved(String from, TimeShift timeShift, boolean days) {
        if (!timeShift.unit().equals("quarter")) {
            return ExpressionSyntax.super.moved(from, timeShift, days);
        }
        String months = timeShift.fixed()
                ? Integer.toString(Integer.parseInt(timeShift.amount()) * 3)
                : timeShift.amount() + " * 3";
        return ExpressionSyntax.super.moved(
                from, new TimeShift(months, "month", timeShift.back(), timeShift.fixed()), days);
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        String span = unit.equals("quarter") ? "3 months" : "1 " + unit;
        return "cast(date_trunc('" + unit + "', " + of + ") + interval '" + span + "' - interval '1 day' as date)";
    }
}
