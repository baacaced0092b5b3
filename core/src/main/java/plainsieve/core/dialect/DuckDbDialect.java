package plainsieve.core.dialect;

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

    @Override
    public String name() {
        return "duckdb";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    @Override
    public ListForm longList(Type type) {
        return ListForm.ARRAY;
    }

    @Override
    public boolean likeEscapesByItself() {
        return false;
    }

    /** "Cannot perform non-inner join on subquery" (DuckDB 1.5). */
    @Override
    public boolean takesLongListInOn() {
        return false;
    }
}
