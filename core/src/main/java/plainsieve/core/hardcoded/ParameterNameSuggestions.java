package plainsieve.core.hardcoded;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.sql.Comparison;
import plainsieve.core.value.Type;

/** Names for new parameters, from the compared columns: {@code port}, {@code departed_from}, {@code least_delay_min}. */
final class ParameterNameSuggestions {
    private static final Set<String> SAYS_LITTLE =
            Set.of("id", "name", "code", "label", "title", "no", "number", "key");
    private static final int LONGEST = 50;

    private final Set<String> taken;
    /** The last number after each name. */
    private final Map<String, Integer> numbers = new HashMap<>();

    ParameterNameSuggestions(Set<String> taken) {
        this.taken = new HashSet<>();
        taken.forEach(name -> this.taken.add(name.toLowerCase(Locale.ROOT)));
        this.taken.addAll(Set.of("all", "without", "saved", "signed"));
    }

    /** The name itself if unused, otherwise with the first free number. */
    String free(String wanted) {
        String name = wanted;
        while (!taken.add(name)) {
            name = wanted + "_" + numbers.merge(wanted, 2, (last, first) -> last + 1);
        }
        return name;
    }

    /** A name for one value compared with a column. */
    static String compared(ComparedColumn column, Type type, Comparison.Kind kind) {
        String base = base(column);
        boolean date = type == Type.DATE || type == Type.DATETIME;
        return switch (kind) {
            case GREATER, GREATER_OR_EQUAL -> date ? stem(base) + "_from" : "least_" + base;
            case LESS, LESS_OR_EQUAL -> date ? stem(base) + "_to" : "most_" + base;
            default -> base;
        };
    }

    static String from(ComparedColumn column) {
        return stem(base(column)) + "_from";
    }

    static String suggest(ComparedColumn column) {
        return stem(base(column)) + "_to";
    }

    private static String stem(String base) {
        return base.replaceFirst("_(at|on|date|time|day)$", "");
    }

    private static String base(ComparedColumn column) {
        String name = column.column().orElse(column.expression());
        String last = plain(name.substring(name.lastIndexOf('.') + 1));
        Optional<String> table = column.table().map(found -> singular(plain(found.name())));
        boolean little = SAYS_LITTLE.contains(last) && table.isPresent();
        if (!little) {
            return last;
        }
        return last.equals("name") ? table.get() : table.get() + "_" + last;
    }

    private static String singular(String table) {
        return table.endsWith("ies")
                ? table.substring(0, table.length() - 3) + "y"
                : table.endsWith("s") && !table.endsWith("ss") ? table.substring(0, table.length() - 1) : table;
    }

    /** Letters, digits and underscores; for an expression its last word. */
    static String plain(String text) {
        String words =
                text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9_]+", " ").strip();
        String last = words.substring(words.lastIndexOf(' ') + 1).replaceAll("^[0-9_]+", "");
        String name = last.isEmpty() ? "value" : last;
        return name.substring(0, Math.min(name.length(), LONGEST));
    }
}
