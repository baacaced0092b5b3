package plainsieve.core.dialect;

import java.util.Locale;
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

    @Override
    public String name() {
        return "postgresql";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
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
    public boolean likeEscapesByItself() {
        return true;
    }
}
