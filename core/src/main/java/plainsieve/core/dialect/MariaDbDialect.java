package plainsieve.core.dialect;

import plainsieve.core.dialect.Syntax.Feature;

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

    @Override
    public String name() {
        return "mariadb";
    }

    @Override
    public Syntax syntax() {
        return SYNTAX;
    }

    @Override
    public String quoteName(String name) {
        return '`' + name.replace("`", "``") + '`';
    }

    @Override
    public boolean likeEscapesByItself() {
        return true;
    }

    @Override
    public boolean offsetNeedsLimit() {
        return true;
    }

    @Override
    public String dayAfter(String day) {
        return day + " + interval 1 day";
    }
}
