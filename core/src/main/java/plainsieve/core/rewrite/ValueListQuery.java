package plainsieve.core.rewrite;

import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectBuilder;
import plainsieve.core.sql.lexer.Tokens;

/** The SQL with parameters that queries a value list or a part of it. */
public final class ValueListQuery {
    /** The parameters of these texts. Projects cannot define them: {@code listed_} names are reserved. */
    public static final String SEARCH = "listed_search";

    public static final String VALUES = "listed_values";
    public static final String EXCEPT = "listed_except";
    public static final String ROWS = "listed_rows";
    public static final String START = "listed_start";

    private ValueListQuery() {}

    /**
     * A column that provides the values of a list.
     *
     * @param schema empty for the default search path
     * @param label a column with display labels; empty to show the value itself
     * @param text whether the column is text, whose empty value is no value
     * @param counts whether rows are counted per value
     * @param except whether {@link #EXCEPT} contains values to exclude
     */
    public record Column(
            String schema, String table, String column, String label, boolean text, boolean counts, boolean except) {}

    /** {@code select "name" from "ports" where "name" is not null and "name" <> '' group by "name" order by "name"}. */
    public static String of(Column list, Dialect dialect) {
        String value = dialect.quoteName(list.column());
        String label = list.label().isEmpty() ? value : dialect.quoteName(list.label());
        String keys = list.label().isEmpty() ? value : value + ", " + label;
        SelectBuilder text = SelectBuilder.from(dialect, list.schema(), list.table())
                .select(list.counts() ? value + ", " + label + ", count(*)" : keys)
                .where(value + " is not null");
        text = list.text() ? text.where(value + " <> ''") : text;
        text = list.except() ? text.where(value + " not in (:" + EXCEPT + ")") : text;
        return text.groupBy(keys).orderBy(label).text();
    }

    /** A page of a list sorted by label: only labels that contain {@link #SEARCH}, if it is set. */
    public static String page(ParsedQuery list, Dialect dialect, String label) {
        String column = "listed." + dialect.quoteName(label);
        return wrap(list)
                .where("lower(" + dialect.asText(column) + ") = lower(:" + SEARCH + ")")
                .orderBy(column)
                .limit(":" + ROWS + " offset :" + START)
                .text();
    }

    /** Those values of a list that are among {@link #VALUES}. */
    public static String lookup(ParsedQuery list, Dialect dialect, String value) {
        return wrap(list)
                .where("listed." + dialect.quoteName(value) + " in (:" + VALUES + ")")
                .text();
    }

    private static SelectBuilder wrap(ParsedQuery list) {
        Tokens tokens = list.tokens();
        int start = tokens.start(list.top().span().from());
        int end = tokens.end(list.top().span().to() - 1);
        return SelectBuilder.from("(\n" + list.text().substring(start, end) + "\n) as listed");
    }
}
