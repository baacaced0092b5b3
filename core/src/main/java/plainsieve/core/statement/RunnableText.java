package plainsieve.core.statement;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.value.Value;

/** A statement as text that runs in any client of its database: every placeholder replaced by its value. For display only. */
public final class RunnableText {
    private RunnableText() {}

    /** The semicolon is on its own line, because the last line may end in a comment. */
    public static String of(Statement statement, Dialect dialect) {
        SortedMap<Integer, String> literals = new TreeMap<>();
        statement.values().forEach(value -> literals.put(value.offset(), literal(value.bound(), dialect)));
        return of(statement.text(), literals);
    }

    /** @param literals the replacement of each placeholder, by its offset */
    public static String of(String text, SortedMap<Integer, String> literals) {
        return withValues(text, literals) + "\n;\n";
    }

    /** The same without its own end. */
    public static String withValues(String text, SortedMap<Integer, String> literals) {
        StringBuilder runnable = new StringBuilder();
        int at = 0;
        for (Map.Entry<Integer, String> literal : literals.entrySet()) {
            runnable.append(text, at, literal.getKey()).append(literal.getValue());
            at = literal.getKey() + 1;
        }
        return runnable.append(text.substring(at)).toString();
    }

    /** A bound value as an SQL literal. */
    public static String literal(PlaceholderBinding placeholderBinding, Dialect dialect) {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            return dialect.literal(single.value());
        }
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            return dialect.arrayLiteral(array.type(), literals(array.values(), dialect));
        }
        if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
            return dialect.textLiteral(json.text());
        }
        return placeholderBinding instanceof PlaceholderBinding.RowCount count ? Long.toString(count.rows()) : "null";
    }

    private static List<String> literals(List<Value> values, Dialect dialect) {
        return values.stream().map(dialect::literal).collect(Collectors.toList());
    }
}
