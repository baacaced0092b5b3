package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** Quoting of names and text in steps. */
public final class StepQuoting {
    private static final Pattern PLAIN = Pattern.compile("[\\p{L}_][\\p{L}\\p{M}\\p{N}_$]*");

    /** Keywords where a name is possible. */
    private static final Set<String> TAKEN = Set.of(
            "today",
            "null",
            "true",
            "false",
            "if",
            "then",
            "else",
            "and",
            "or",
            "not",
            "as",
            "by",
            "to",
            "of",
            "is",
            "in",
            "between",
            "has",
            "with",
            "where",
            "on",
            "adding",
            "query",
            "values",
            "case",
            "current_date");

    private StepQuoting() {}

    /** A name, in quotes where it needs them. */
    public static String name(String name) {
        return PLAIN.matcher(name).matches() && !TAKEN.contains(name) ? name : '"' + name.replace("\"", "\"\"") + '"';
    }

    /** A text between its quotes. */
    public static String text(String text) {
        return "'" + text.replace("'", "''") + "'";
    }

    /** The items of a list, split at commas outside quotes and brackets. */
    public static List<String> items(String list) {
        List<String> items = new ArrayList<>();
        int open = 0;
        char quote = 0;
        int from = 0;
        for (int i = 0; i < list.length(); i++) {
            char sign = list.charAt(i);
            if (quote != 0) {
                quote = sign == quote ? 0 : quote;
            } else if (sign == '\'' || sign == '"') {
                quote = sign;
            } else if (sign == '(' || sign == ')') {
                open += sign == '(' ? 1 : -1;
            } else if (sign == ',' && open == 0) {
                items.add(list.substring(from, i).strip());
                from = i + 1;
            }
        }
        items.add(list.substring(from).strip());
        return items;
    }
}
