package plainsieve.core.dialect;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * Trino: standard tokens, names of three parts, and no implicit conversions. Names are
 * case-insensitive, even if quoted; output columns keep the case of the text.
 */
final class TrinoDialect implements Dialect {
    private static final Syntax SYNTAX = Syntax.of(Feature.COLON_BEHIND_OPERAND, Feature.FETCH_FIRST);

    /** Trino 435: subqueries in ON must not reference outer columns; grouping sets accept columns only, not expressions. */
    private static final Set<SqlFeature> FEATURES = Set.of(
            SqlFeature.LIMIT_AFTER_OFFSET,
            SqlFeature.NULL_AGGREGATES_IN_HAVING,
            SqlFeature.STRICT_GROUP_BY,
            SqlFeature.LIMIT_AFTER_VALUES,
            SqlFeature.RELIABLE_EXISTS,
            SqlFeature.WINDOWS_OVER_GROUPS);

    private static final ExpressionSyntax FORMS = new TrinoExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("trino");

    @Override
    public Set<SqlFeature> features() {
        return FEATURES;
    }

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

    /** EXPLAIN accepts no placeholders, and EXPLAIN ANALYZE has text output only. */
    @Override
    public ExplainSyntax explain() {
        return ExplainSyntax.withValuesWritten(ExplainSyntax.Answer.TRINO_JSON, "explain (type logical, format json) ");
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    /**
     * With up to 64 values, connectors can push the list down; each value costs 0.4 ms of planning, whereas any
     * number of values as JSON costs nothing measurable (Trino 435). Decimals and timestamps are always expanded:
     * as JSON they would lose their scale.
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

    /** Text is not converted implicitly to these types. */
    @Override
    public String asKept(String value, String type) {
        String plain = type.toLowerCase(Locale.ROOT);
        return plain.equals("uuid") || plain.equals("ipaddress") ? "cast(" + value + " as " + plain + ")" : value;
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

    /** A quotient of decimals has no more digits than its operands and would be rounded up before truncation. */
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
}
