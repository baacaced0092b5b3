package plainsieve.core.dialect;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;

/** DuckDB: tokens as in PostgreSQL, but {@code ?} is a placeholder. */
final class DuckDbDialect implements Dialect {
    private static final Syntax SYNTAX = Syntax.of(
            Feature.DOLLAR_QUOTES,
            Feature.ESCAPE_STRINGS,
            Feature.NESTED_COMMENTS,
            Feature.LONG_OPERATORS,
            Feature.COLON_BEHIND_OPERAND,
            Feature.FROM_FIRST,
            Feature.QUALIFY,
            Feature.FETCH_FIRST);

    /** DuckDB 1.5: "Cannot perform non-inner join on subquery" with a long list in ON; columns of a limited lateral subquery are lost. */
    private static final Set<SqlFeature> FEATURES = Set.of(
            SqlFeature.EMBEDDED,
            SqlFeature.NULL_AGGREGATES_IN_HAVING,
            SqlFeature.STRICT_GROUP_BY,
            SqlFeature.LIMIT_AFTER_VALUES,
            SqlFeature.TABLE_FUNCTIONS,
            SqlFeature.LATERAL,
            SqlFeature.RELIABLE_EXISTS,
            SqlFeature.WINDOWS_OVER_GROUPS,
            SqlFeature.ROLLUP);

    private static final ExpressionSyntax FORMS = new DuckDbExpressionSyntax();

    private final FunctionEffects functionEffects = FunctionEffects.of("duckdb");

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
        return "duckdb";
    }

    @Override
    public ExplainSyntax explain() {
        return new ExplainSyntax(
                List.of("explain (format json) "),
                List.of("explain (analyze, format json) "),
                "select table_name, unnest(constraint_column_names) from duckdb_constraints()"
                        + " where constraint_type in ('PRIMARY KEY', 'UNIQUE', 'FOREIGN KEY')"
                        + " union all select table_name, expressions from duckdb_indexes()",
                ExplainSyntax.Answer.DUCKDB_JSON,
                false);
    }

    @Override
    public String arrayLiteral(Type type, List<String> literals) {
        return "[" + String.join(", ", literals) + "]";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    @Override
    public ListForm longList(Type type) {
        return ListForm.ARRAY;
    }

    /** Of decimals it would be rounded to their digits. */
    @Override
    public Optional<String> median(String expression) {
        return Optional.of("median(cast(" + expression + " as double))");
    }

    @Override
    public boolean putsEmptyLast(boolean largestFirst) {
        return true;
    }
}
