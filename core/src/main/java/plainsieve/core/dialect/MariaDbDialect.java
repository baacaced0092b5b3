package plainsieve.core.dialect;

import java.util.Locale;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;

/** MariaDB, in its default mode: {@code ||} means OR and {@code "…"} is a string. */
final class MariaDbDialect implements Dialect {
    private static final Syntax SYNTAX = Syntax.of(
            Feature.BACKSLASH_STRINGS,
            Feature.DOUBLE_QUOTED_STRINGS,
            Feature.BACKTICK_NAMES,
            Feature.HASH_COMMENTS,
            Feature.DASHES_NEED_BLANK,
            Feature.CONDITIONAL_COMMENTS,
            Feature.PIPES_MEAN_OR,
            Feature.SESSION_VARIABLES,
            Feature.FETCH_FIRST);

    /**
     * MariaDB 10.11: {@code where not(not(qty)) = 1} is {@code where qty = 1}. {@code having std(x) is null} is true
     * of no group, and of MIN and MAX of some only. In the ON of an outer join a long list returns other rows than value by
     * value. Rows are lost where EXISTS is converted to a materialized IN, and some groups under windows.
     */
    private static final Set<SqlFeature> FEATURES = Set.of(
            SqlFeature.BACKSLASH_ESCAPES_LIKE,
            SqlFeature.OFFSET_NEEDS_LIMIT,
            SqlFeature.HAVING_BY_OUTPUT_NAME,
            SqlFeature.REPEATED_PARAMETERS_EQUAL,
            SqlFeature.DROPS_DOUBLE_NEGATION,
            SqlFeature.COLUMN_COLLATIONS,
            SqlFeature.LIMIT_AFTER_VALUES);

    private static final ExpressionSyntax FORMS = new MariaDbExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("mariadb");

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
        return "mariadb";
    }

    @Override
    public ExplainSyntax explain() {
        return ExplainSyntax.of(ExplainSyntax.Answer.MARIADB_JSON, "explain format=json ", "analyze format=json ");
    }

    @Override
    public String textLiteral(String text) {
        return "'" + text.replace("\\", "\\\\").replace("'", "''") + "'";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    @Override
    public String quoteName(String name) {
        return '`' + name.replace("`", "``") + '`';
    }

    /**
     * Text is spread however long the list is: a text column of JSON_TABLE has its own collation, and comparing it
     * with a column of another collation is an error. (10,000 numbers: 71 ms as JSON, 90 ms spread; MariaDB 10.11.)
     */
    @Override
    public ListForm longList(Type type) {
        return type == Type.TEXT || type == Type.BOOLEAN ? ListForm.SPREAD : ListForm.JSON;
    }

    /** 50 numbers: 0.36 ms as JSON, 0.72 ms spread (MariaDB 10.11, by index, best of eight). */
    @Override
    public int longestSpreadList(Type type) {
        return longList(type) == ListForm.JSON ? 16 : 64;
    }

    @Override
    public String jsonList(Type type) {
        String column =
                switch (type) {
                    case INTEGER -> "bigint";
                    case DECIMAL -> "decimal(65, 30)";
                    case DATE -> "date";
                    case DATETIME -> "datetime(6)";
                    default -> throw new IllegalArgumentException(type + " is not listed as JSON");
                };
        return "select item from json_table(?, '$[*]' columns (item " + column + " path '$')) as chosen";
    }

    @Override
    public int mostPlaceholders() {
        return 65_000;
    }

    @Override
    public String asText(String expression) {
        return "cast(" + expression + " as char)";
    }

    @Override
    public String wholePart(String expression) {
        return "cast(floor(" + expression + ") as signed)";
    }

    @Override
    public String dayAfter(String day) {
        return day + " + interval 1 day";
    }

    @Override
    public String interval(String amount, String unit) {
        return "interval " + amount + " " + unit;
    }

    /** 0.1 is not representable as a FLOAT, which is compared as DOUBLE. */
    @Override
    public String asKept(String number, String type) {
        return type.toLowerCase(Locale.ROOT).startsWith("float") ? "cast(" + number + " as float)" : number;
    }

    @Override
    public String part(DatePart part, String expression) {
        return switch (part) {
            case DAY -> "cast(" + expression + " as date)";
            case WEEK -> "date_sub(cast(" + expression + " as date), interval weekday(" + expression + ") day)";
            case MONTH -> "cast(date_format(" + expression + ", '%Y-%m-01') as date)";
            case QUARTER ->
                "makedate(year(" + expression + "), 1) + interval (quarter(" + expression + ") - 1) quarter";
            case YEAR -> "cast(date_format(" + expression + ", '%Y-01-01') as date)";
            case WEEKDAY -> "weekday(" + expression + ") + 1";
            case HOUR -> "hour(" + expression + ")";
        };
    }

    /** Nulls are less than all values. */
    @Override
    public String descending() {
        return " desc";
    }
}
