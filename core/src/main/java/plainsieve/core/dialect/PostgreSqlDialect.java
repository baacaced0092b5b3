package plainsieve.core.dialect;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;

/** PostgreSQL. */
final class PostgreSqlDialect implements Dialect {
    private static final Syntax SYNTAX = Syntax.of(
            Feature.DOLLAR_QUOTES,
            Feature.ESCAPE_STRINGS,
            Feature.NESTED_COMMENTS,
            Feature.QUESTION_OPERATORS,
            Feature.LONG_OPERATORS,
            Feature.COLON_BEHIND_OPERAND,
            Feature.FETCH_FIRST);

    private static final Set<SqlFeature> FEATURES = Set.of(
            SqlFeature.CASE_SENSITIVE_NAMES,
            SqlFeature.LONG_LIST_IN_ON,
            SqlFeature.BACKSLASH_ESCAPES_LIKE,
            SqlFeature.NULL_AGGREGATES_IN_HAVING,
            SqlFeature.STRICT_GROUP_BY,
            SqlFeature.LIMIT_AFTER_VALUES,
            SqlFeature.TABLE_FUNCTIONS,
            SqlFeature.LATERAL,
            SqlFeature.RELIABLE_LATERAL,
            SqlFeature.RELIABLE_EXISTS,
            SqlFeature.WINDOWS_OVER_GROUPS,
            SqlFeature.ROLLUP);

    private static final ExpressionSyntax FORMS = new PostgreSqlExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("postgresql");

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
        return "postgresql";
    }

    @Override
    public ExplainSyntax explain() {
        return ExplainSyntax.of(
                ExplainSyntax.Answer.POSTGRESQL_JSON, "explain (format json) ", "explain (analyze, format json) ");
    }

    @Override
    public String arrayLiteral(Type type, List<String> literals) {
        String element =
                switch (type) {
                    case TEXT, NAME -> "text";
                    case INTEGER -> "bigint";
                    case DECIMAL -> "numeric";
                    case DATE -> "date";
                    case DATETIME -> "timestamp";
                    case BOOLEAN -> "boolean";
                };
        return "array[" + String.join(", ", literals) + "]::" + element + "[]";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    /** Nulls are greater than all values. */
    @Override
    public boolean putsEmptyLast(boolean largestFirst) {
        return !largestFirst;
    }

    @Override
    public String folded(String unquotedName) {
        return unquotedName.toLowerCase(Locale.ROOT);
    }

    @Override
    public ListForm longList(Type type) {
        return ListForm.ARRAY;
    }

    @Override
    public Optional<String> median(String expression) {
        return Optional.of("percentile_cont(0.5) within group (order by " + expression + ")");
    }
}
