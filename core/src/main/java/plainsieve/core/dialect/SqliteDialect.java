package plainsieve.core.dialect;

import java.util.List;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** SQLite. */
final class SqliteDialect implements Dialect {
    private static final Syntax SYNTAX =
            Syntax.of(Feature.BACKTICK_NAMES, Feature.BRACKETED_NAMES, Feature.AT_PLACEHOLDERS);

    private static final Set<SqlFeature> FEATURES = Set.of(
            SqlFeature.EMBEDDED,
            SqlFeature.LONG_LIST_IN_ON,
            SqlFeature.OFFSET_NEEDS_LIMIT,
            SqlFeature.REPEATED_PARAMETERS_EQUAL,
            SqlFeature.NULL_AGGREGATES_IN_HAVING,
            SqlFeature.COLUMN_AFFINITY,
            SqlFeature.COLUMN_COLLATIONS,
            SqlFeature.TABLE_FUNCTIONS,
            SqlFeature.RELIABLE_EXISTS,
            SqlFeature.WINDOWS_OVER_GROUPS);

    private static final ExpressionSyntax FORMS = new SqliteExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("sqlite");

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
        return "sqlite";
    }

    @Override
    public ExplainSyntax explain() {
        return new ExplainSyntax(
                List.of("explain query plan ", "explain "), List.of(), "", ExplainSyntax.Answer.SQLITE_PROGRAM, false);
    }

    /** Dates and times are text, and booleans are numbers. */
    @Override
    public String literal(Value value) {
        return switch (value.type()) {
            case BOOLEAN -> ((Value.Truth) value).truth() ? "1" : "0";
            case DATE -> textLiteral(value.written());
            case DATETIME -> textLiteral(((Value.Moment) value).inSql());
            default -> Dialect.super.literal(value);
        };
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    /** SQLite interprets an unknown name in double quotes as a string, so a mistyped name would become a constant. */
    @Override
    public String quoteName(String name) {
        return '`' + name.replace("`", "``") + '`';
    }

    @Override
    public ListForm longList(Type type) {
        return ListForm.JSON;
    }

    @Override
    public String jsonList(Type type) {
        return "select value from json_each(?)";
    }

    @Override
    public String asText(String expression) {
        return "cast(" + expression + " as text)";
    }

    @Override
    public String wholePart(String expression) {
        return "cast(" + expression + " as integer)";
    }

    @Override
    public String dayAfter(String day) {
        return "date(" + day + ", '+1 day')";
    }

    @Override
    public String part(DatePart part, String expression) {
        return switch (part) {
            case DAY, MONTH, YEAR -> "date(" + expression + ", 'start of " + part.word() + "')";
            // The Sunday that ends the week, or the same day; six days before it is Monday.
            case WEEK -> "date(" + expression + ", 'weekday 0', '-6 days')";
            case QUARTER ->
                "date(" + expression + ", 'start of month', '-' || ((strftime('%m', " + expression
                        + ") - 1) % 3) || ' months')";
            case WEEKDAY -> "(strftime('%w', " + expression + ") + 6) % 7 + 1";
            case HOUR -> "cast(strftime('%H', " + expression + ") as integer)";
        };
    }
}
