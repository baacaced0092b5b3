package plainsieve.core.dialect;

import java.util.List;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** SQLite. */
final class SqliteDialect implements Dialect {
    private static final Syntax SYNTAX =
            Syntax.of(Feature.BACKTICK_NAMES, Feature.BRACKETED_NAMES, Feature.AT_PLACEHOLDERS);

    @Override
    public String name() {
        return "sqlite";
    }

    @Override
    public ExplainForm explain() {
        return new ExplainForm(
                List.of("explain query plan ", "explain "), List.of(), "", ExplainForm.Answer.SQLITE_PROGRAM);
    }

    /** Days and times are texts here, and truth is a number. */
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

    /** SQLite takes an unknown name in double quotes for a string, so a mistyped name would become a constant. */
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
    public boolean likeEscapesByItself() {
        return false;
    }

    @Override
    public boolean offsetNeedsLimit() {
        return true;
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
    public boolean takesLimitBehindValues() {
        return false;
    }

    @Override
    public String firstDay(DatePart part, String expression) {
        return "date(" + expression + ", 'start of " + part.word() + "')";
    }
}
