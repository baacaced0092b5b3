package plainsieve.core.rewrite;

import java.util.List;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.value.Value;

/** A statement as text that runs in any client of its database: every placeholder replaced by its value. For people only. */
public final class RunnableText {
    private RunnableText() {}

    /** The semicolon stands on a line of its own, because the last line may end in a comment. */
    public static String of(Statement statement, Dialect dialect) {
        StringBuilder text = new StringBuilder();
        int at = 0;
        for (BoundValue value : statement.values()) {
            text.append(statement.text(), at, value.offset()).append(literal(value.bound(), dialect));
            at = value.offset() + 1;
        }
        return text.append(statement.text().substring(at)).append("\n;\n").toString();
    }

    private static String literal(Bound bound, Dialect dialect) {
        if (bound instanceof Bound.Single single) {
            return dialect.literal(single.value());
        }
        if (bound instanceof Bound.Array array) {
            return dialect.arrayLiteral(array.type(), literals(array.values(), dialect));
        }
        if (bound instanceof Bound.JsonArray json) {
            return dialect.textLiteral(json.text());
        }
        return bound instanceof Bound.RowCount count ? Long.toString(count.rows()) : "null";
    }

    private static List<String> literals(List<Value> values, Dialect dialect) {
        return values.stream().map(dialect::literal).collect(Collectors.toList());
    }
}
