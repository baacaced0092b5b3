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
    public String lastDay(String first, String unit) {
        return unit.equals("quarter")
                ? "cast(" + first + " + interval '3 months' - interval '1 day' as date)"
                : Forms.super.lastDay(first, unit);
    }
}
