package plainsieve.core.dialect;

import java.math.BigDecimal;
import java.util.Locale;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * Trino: the standard's tokens, names of three parts, and types that are never turned into each other silently. Names are
 * the same in any case, also between quotes; what is shown is called as it was written.
 */
final class TrinoDialect implements Dialect {
    private static final Syntax SYNTAX = Syntax.of(Feature.COLON_BEHIND_OPERAND, Feature.FETCH_FIRST);

    private static final ExpressionSyntax FORMS = new TrinoExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("trino");

    @Override
    public ExpressionSyntax forms() {
        return FORMS;
    }

    @Override
    public FunctionEffects functions() {
        return functionEffects;
    }

    @Override
    public String name() {
        return "trino";
    }

    /** It takes no placeholders in a statement that is explained, and tells what it measured in words alone. */
    @Override
    public ExplainSyntax explain() {
        return ExplainSyntax.withValuesWritten(ExplainSyntax.Answer.TRINO_JSON, "explain (type logical, format json) ");
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    /**
     * Up to 64 values its connectors see them and may skip what cannot have them; each value costs 0.4 ms of planning, where any
     * number of them as JSON costs nothing that can be measured (Trino 435). Decimals and moments are spread all the same:
     * as JSON they would be of one scale, or of none.
     */
    @Override
    public ListForm longList(Type type) {
        return type == Type.DECIMAL || type == Type.DATETIME ? ListForm.SPREAD : ListForm.JSON;
    }

    @Override
    public String jsonList(Type type) {
        String listed =
                switch (type) {
                    case INTEGER -> "bigint";
                    case BOOLEAN -> "boolean";
                    default -> "varchar";
                };
        String item = type == Type.DATE ? "cast(item as date)" : "item";
        return "select " + item + " from unnest(cast(json_parse(?) as array(" + listed + "))) as chosen (item)";
    }

    /** Nothing joined from outside may be tested by a subquery there. */
    @Override
    public boolean takesLongListInOn() {
        return false;
    }

    /** No text is turned into what these are. */
    @Override
    public String asKept(String value, String type) {
        String plain = type.toLowerCase(Locale.ROOT);
        return plain.equals("uuid") || plain.equals("ipaddress") ? "cast(" + value + " as " + plain + ")" : value;
    }

    @Override
    public boolean likeEscapesByItself() {
        return false;
    }

    @Override
    public boolean limitsBehindOffset() {
        return true;
    }

    @Override
    public boolean putsEmptyLast(boolean largestFirst) {
        return true;
    }

    @Override
    public String literal(Value value) {
        return switch (value.type()) {
            case INTEGER -> value.written();
            case DECIMAL -> "decimal '" + ((Value.Decimal) value).number().toPlainString() + "'";
            case DATETIME -> "timestamp '" + ((Value.Moment) value).inSql(" ") + "'";
            default -> Dialect.super.literal(value);
        };
    }

    @Override
    public String interval(String amount, String unit) {
        return "(" + amount + " * interval '1' " + unit + ")";
    }

    @Override
    public String dayAfter(String day) {
        return day + " + interval '1' day";
    }

    @Override
    public String wholePart(String expression) {
        return "cast(floor(" + expression + ") as bigint)";
    }

    @Override
    public String part(DatePart part, String expression) {
        return switch (part) {
            case WEEKDAY -> "day_of_week(" + expression + ")";
            case HOUR -> "hour(" + expression + ")";
            case DAY, WEEK, MONTH, QUARTER, YEAR ->
                "cast(date_trunc('" + part.word() + "', " + expression + ") as date)";
        };
    }

    /** A quotient of decimals has no more digits than they have, and would be rounded up before its whole part is taken. */
    @Override
    public String band(BigDecimal width, String expression) {
        String each = "decimal '" + width.toPlainString() + "'";
        return expression + " - mod(mod(" + expression + ", " + each + ") + " + each + ", " + each + ")";
    }

    /** Of decimals it would be rounded to their digits. */
    @Override
    public String average(String expression) {
        return "avg(cast(" + expression + " as double))";
    }

    @Override
    public boolean takesRepeatedParameters() {
        return false;
    }
}
