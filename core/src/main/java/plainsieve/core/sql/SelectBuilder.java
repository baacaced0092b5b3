package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;

/**
 * Builds the SELECT statements of this program: lists, previews, profiles. Identifiers are quoted by the dialect; values are only
 * inserted as {@code :parameter}. Immutable.
 *
 * <pre>
 * SelectText.from(dialect, "harbour", "ports").select(name).where(name + " is not null").groupBy(name).text()
 * select "name"
 * from "harbour"."ports"
 * where "name" is not null
 * group by "name"
 * </pre>
 */
public final class SelectBuilder {
    private final String from;
    private final List<String> columns;
    private final List<String> conditions;
    private final List<String> tail;

    private SelectBuilder(String from, List<String> columns, List<String> conditions, List<String> tail) {
        this.from = from;
        this.columns = List.copyOf(columns);
        this.conditions = List.copyOf(conditions);
        this.tail = List.copyOf(tail);
    }

    /** @param schema empty where the database has none, or finds the table on its own */
    public static SelectBuilder from(Dialect dialect, String schema, String table) {
        return new SelectBuilder(path(dialect, schema, table), List.of(), List.of(), List.of());
    }

    /** @param source the text after FROM: a call, or a query in brackets with its alias */
    public static SelectBuilder from(String source) {
        return new SelectBuilder(source, List.of(), List.of(), List.of());
    }

    /** A table as SQL names it. */
    public static String path(Dialect dialect, String schema, String table) {
        return Stream.of(schema, table)
                .filter(name -> !name.isEmpty())
                .map(dialect::quoteName)
                .collect(Collectors.joining("."));
    }

    /** One more column, as SQL writes it. Without any, all are selected. */
    public SelectBuilder select(String column) {
        return new SelectBuilder(from, with(columns, column), conditions, tail);
    }

    /** One more condition that every row must meet. */
    public SelectBuilder where(String condition) {
        return new SelectBuilder(from, columns, with(conditions, condition), tail);
    }

    public SelectBuilder groupBy(String keys) {
        return appended("group by " + keys);
    }

    public SelectBuilder orderBy(String keys) {
        return appended("order by " + keys);
    }

    /** @param rows a number, or a parameter */
    public SelectBuilder limit(String rows) {
        return appended("limit " + rows);
    }

    private SelectBuilder appended(String clause) {
        return new SelectBuilder(from, columns, conditions, with(tail, clause));
    }

    private static List<String> with(List<String> items, String item) {
        List<String> all = new ArrayList<>(items);
        all.add(item);
        return all;
    }

    public String text() {
        List<String> lines = new ArrayList<>();
        lines.add("select " + (columns.isEmpty() ? "*" : String.join(", ", columns)));
        lines.add("from " + from);
        if (!conditions.isEmpty()) {
            lines.add("where " + String.join(" and ", conditions));
        }
        lines.addAll(tail);
        return String.join("\n", lines);
    }
}
