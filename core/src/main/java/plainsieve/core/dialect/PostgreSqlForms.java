package plainsieve.core.dialect;

/** What steps reckon, as PostgreSQL writes it: it knows no quarters of intervals. */
final class PostgreSqlForms implements Forms {
    @Override
    public String moved(String from, Move move, boolean days) {
        if (!move.unit().equals("quarter")) {
            return Forms.super.moved(from, move, days);
        }
        String months = move.fixed() ? Integer.toString(Integer.parseInt(move.amount()) * 3) : move.amount() + " * 3";
        return Forms.super.moved(from, new Move(months, "month", move.back(), move.fixed()), days);
    }

    @Override
    public String lastDay(String of, String first, String unit) {
        String span = unit.equals("quarter") ? "3 months" : "1 " + unit;
        return "cast(date_trunc('" + unit + "', " + of + ") + interval '" + span + "' - interval '1 day' as date)";
    }
}
